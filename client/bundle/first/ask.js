import { askEarly, whenEarlyIsFound } from '../../src/data/early';

/** The very first of Fidens, a piece of its own: what the first page wants is asked for while all else is on its way. */
askEarly();
void whenEarlyIsFound().then((found) => {
  if (found && !found.session.student) fetchWaysIn();
});

/** The ways in are for who is not signed in alone: they are fetched as soon as that is known. The page says where they are (scripts/build.mjs). */
function fetchWaysIn() {
  const href = document.querySelector('meta[name="ways-in"]')?.content;
  if (href)
    document.head.append(
      Object.assign(document.createElement('link'), { rel: 'preload', as: 'script', href }),
    );
}
