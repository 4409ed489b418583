import { askEarly } from '../../src/data/early';

/** The very first of Fidens, a piece of its own: what the first page wants is asked for while all else is on its way. */
askEarly();
