/** The core's sixth door: what takes the text out of a PDF, with a library that whoever asks has loaded. It stands apart, as nothing else is needed for it. */
export { textOfPdf } from './syllabus/text/text-of-pdf';
