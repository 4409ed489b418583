/** The core's second door: what reads a school's list. It is apart from the first, as its parsers are large and few pages need them. */
export { compareList } from './school/list/compare';
export { type Columns, recogniseColumns } from './school/list/columns';
export { matchRows } from './school/list/match';
export { readRows } from './school/list/rows';
export { readTable } from './school/list/table';
