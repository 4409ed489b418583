const stay = (event: Event) => event.preventDefault();

/** The ref of a form: a browser sends one of a single field by itself when Enter is pressed, and leaves the page. */
export function staysHere(form: unknown): void {
  (form as HTMLFormElement | null)?.addEventListener('submit', stay);
}
