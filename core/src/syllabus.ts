/**
 * The core's fifth door: what reads a syllabus. It is apart from the others, as the words of a trade and the days of a language are large, and
 * only a new course needs them.
 */
export { courseOfFacts, type CourseOfFacts, type Given } from './syllabus/course-of-facts';
export { COURSE, type Fact, type FactKind } from './syllabus/facts';
export { findFacts, type FoundFacts, type ReadLine, type Remark } from './syllabus/find-facts';
export { type Range, sourceWords } from './syllabus/clean-text';
export { readSyllabus, type ReadSyllabus } from './syllabus/read-syllabus';
export { isPdf, textOfFile, textOfPaste } from './syllabus/text-of-file';
export { type PdfReader, textOfPdf } from './syllabus/text-of-pdf';
