/** An id for a new category or piece, made where it is added, so that it has one before the server knows it. */
export function newId(): string {
  return crypto.randomUUID();
}
