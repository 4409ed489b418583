import { FORMATS, ruleSheet } from '@fidens/core';
import type { LeavingFormat } from '@fidens/core/writing';
import { Button } from 'react-native-paper';
import { useNow } from '@/data/now';
import type { CoursePageProps } from '@/model/course-page';
import { Row, Stack } from '@/ui/box';
import { CopyButton } from '@/ui/copy-button';
import { LinkButton } from '@/ui/link-button';
import { SectionTitle, Soft } from '@/ui/text';
import { capital } from '@/wording/words';
import { FeedOf } from './feed-of';
import { saveCourseFile, written } from './save';
import { SaveRows } from './save-rows';

/** The ways out of a course: on paper, as text to copy, whole or its rules alone, for other programs, and as a calendar. */
export function CourseOut({ course: { id, document } }: CoursePageProps) {
  const now = useNow();
  const forOthers = FORMATS.filter(({ leaves, name }) => leaves && name !== 'course');
  const standing = async () => {
    const { bytes } = await written({ kind: 'course', course: document, form: 'txt', now });
    return new TextDecoder().decode(bytes);
  };
  return (
    <Stack gap="l">
      <Stack gap="s">
        <SectionTitle>Take out</SectionTitle>
        <Soft>
          The whole course as a backup, or its rules alone, without a score or note, for a classmate.
        </Soft>
        <Row gap="s" wrap>
          <Button mode="outlined" onPress={() => saveCourseFile(document, document.title)}>
            Save the course file
          </Button>
          <Button
            mode="outlined"
            onPress={() => saveCourseFile(ruleSheet(document), `${document.title} rules`)}
          >
            Save a rule sheet
          </Button>
        </Row>
      </Stack>
      <Stack gap="s">
        <Soft>Where you stand, with its working, on paper or to copy into a letter.</Soft>
        <Row gap="s" align="center" wrap>
          <LinkButton href={`/sheet/${id}`} mode="outlined">
            A sheet to print
          </LinkButton>
          <CopyButton label="Copy where I stand" text={standing} />
        </Row>
      </Stack>
      <Stack gap="s">
        <Soft>For other programs; in a spreadsheet every number is a formula.</Soft>
        <SaveRows
          label="Forms for other programs"
          name={document.title}
          all={forOthers.map(({ name, title, extension }) => ({
            label: capital(title),
            extension,
            question: { kind: 'course', course: document, form: name as LeavingFormat },
          }))}
        />
      </Stack>
      <FeedOf scope="courses" id={id} name={document.title} />
    </Stack>
  );
}
