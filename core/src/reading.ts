/** The core's second door: what reads a school's list. It is apart from the first, as its parsers are large and few pages need them. */
export { type ListAnswer, type ListQuestion, readList } from './school/list/read-list';
