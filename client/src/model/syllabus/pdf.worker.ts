import type { SourceFile } from '@fidens/core';
import { textOfPdf } from '@fidens/core/pdf';
import * as reader from 'unpdf/pdfjs';
import { answering } from '../answering';
import type { SyllabusAnswer } from './syllabus-question';

answering<SourceFile, SyllabusAnswer>(async ({ bytes }, _, tell) => {
  const read = await textOfPdf(bytes, reader, (done, of) => tell({ done, of }));
  return read.ok ? { kind: 'text', text: read.value } : { kind: 'refused', faults: read.faults };
});
