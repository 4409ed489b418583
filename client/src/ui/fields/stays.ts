/**
 * A field that keeps the keyboard when Enter is pressed in it: what is typed next goes into it, or where Enter leads. The second name of it is the one
 * that the web build knows.
 */
export const STAYS = { submitBehavior: 'submit', blurOnSubmit: false } as const;
