/**
 * The core's fifth door: what reads a syllabus. It is apart from the others, as the words of a trade and the days of a language are large, and
 * only a new course needs them.
 */
export { courseOfFacts, type Given } from './syllabus/course-of-facts';
export { decide, type Decided, type Decision } from './syllabus/decide';
export type { Fact, FactKind } from './syllabus/facts';
export { findFacts, type FoundFacts, type ReadLine, type Remark } from './syllabus/find-facts';
export { type Range, sourceWords } from './syllabus/text/clean-text';
export { keptText } from './syllabus/text/kept-text';
export { newVersionOf, type NewVersion } from './syllabus/new-version';
export { readSyllabus, type ReadSyllabus } from './syllabus/read-syllabus';
export { textOfFile, textOfPaste } from './syllabus/text/text-of-file';
