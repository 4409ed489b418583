/** What the keyboard can be given to. */
export interface Focusable {
  readonly focus: () => void;
}
