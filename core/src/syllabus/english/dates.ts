/** A line about a day that is no piece's. */
export const NO_DUE =
  /\b(no class|holiday|break|last day to|withdraw|add\/drop|registration|office hours|reading day|recess|posted|released|review session|updated|revised|version)\b/i;
/** What says that a day is one on which work is due. */
export const SPEAKS_DUE =
  /\b(due|deadline|hand in|submit|turn in|on|by|exam|test|midterm|final|quiz|presentation)\b/i;
