/**
 * The properties of a field that is wrong, tied to the words that say why.
 *
 * @param wordsId - the id of these words
 */
export function tied(isWrong: boolean, wordsId: string): object {
  return { error: isWrong, 'aria-invalid': isWrong, ...(isWrong && { 'aria-describedby': wordsId }) };
}
