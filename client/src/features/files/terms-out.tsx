import type { ShownCourse } from '@/data/answers';
import type { Term } from '@/data/term-days';
import { Stack } from '@/ui/box';
import { SectionTitle, Soft } from '@/ui/text';
import { plural } from '@/wording/words';
import type { ExportFolder } from './export-question';
import { AccountArchiveFiles } from './account-archive';
import { FeedOf } from './feed-of';
import { SaveRows } from './save-rows';

const documentsOf = (courses: readonly ShownCourse[]) => courses.map(({ document }) => document);

/** The ways out of a term: its pieces as one table, its days as one calendar, and each course as a file. */
export function TermOut({ term, courses }: { term: Term; courses: readonly ShownCourse[] }) {
  const documents = documentsOf(courses);
  const folders = [{ name: '', courses: documents }];
  return (
    <Stack gap="s">
      <SectionTitle>Take out of {term.name}</SectionTitle>
      {documents.length === 0 ? (
        <Soft>It has no course yet.</Soft>
      ) : (
        <>
          <Soft>{plural(documents.length, 'course')}: one file for all, or one for each.</Soft>
          <SaveRows
            label={`Of ${term.name}`}
            name={term.name}
            all={[
              {
                label: 'Every piece in one table',
                extension: 'csv',
                question: { kind: 'table', courses: documents },
              },
              {
                label: 'Every due day in one calendar',
                extension: 'ics',
                question: { kind: 'calendar', name: term.name, courses: documents },
              },
              {
                label: 'A spreadsheet for each course',
                extension: 'zip',
                question: { kind: 'archive', folders, form: 'xlsx' },
              },
              {
                label: 'A course file for each course',
                extension: 'zip',
                question: { kind: 'archive', folders, form: 'course' },
              },
            ]}
          />
          <FeedOf scope="terms" id={term.id} name={term.name} />
        </>
      )}
    </Stack>
  );
}

/** Everything that the student has, in one archive: a folder for each term. */
export function EverythingOut({
  terms,
  courses,
}: {
  terms: readonly Term[];
  courses: readonly ShownCourse[];
}) {
  const folders: ExportFolder[] = terms.map(({ id, name }) => ({
    name,
    courses: documentsOf(courses.filter(({ termId }) => termId === id)),
  }));
  return (
    <Stack gap="s">
      <SectionTitle>Take everything along</SectionTitle>
      <AccountArchiveFiles terms={terms} />
      <Soft>
        {plural(terms.length, 'term')} with {plural(courses.length, 'course')} in one archive, a folder for
        each term.
      </Soft>
      <SaveRows
        label="Of everything"
        name="Fidens"
        all={[
          {
            label: 'Every course file',
            extension: 'zip',
            question: { kind: 'archive', folders, form: 'course' },
          },
          {
            label: 'Every spreadsheet',
            extension: 'zip',
            question: { kind: 'archive', folders, form: 'xlsx' },
          },
        ]}
      />
    </Stack>
  );
}
