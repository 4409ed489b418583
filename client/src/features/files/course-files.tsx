import {
  COURSE_FILE,
  formatOf,
  FORMATS,
  replacement,
  ruleSheet,
  writeCourse,
  type Course,
  type Fault,
  type Format,
} from '@fidens/core';
import { useRef, useState } from 'react';
import { Button, Text } from 'react-native-paper';
import type { CoursePageProps } from '@/model/course-page';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { LinkButton } from '@/ui/link-button';
import { Soft, Wrong } from '@/ui/text';
import { exported } from './export-question';
import { ChangePreview } from '@/course-ui/change-preview';
import { useNow } from '@/data/session';

/** The course as a file: whole, or its rules alone to hand on; and another file in its place. */
export function CourseFiles({ course }: CoursePageProps) {
  const { id, document } = course;
  const [file, setFile] = useState<Course>();
  return (
    <Fold
      title="As a file or on paper"
      summary="Print it, save it whole or its rules alone; put a file in its place."
    >
      <Soft>The whole course as a backup, or its rules alone, without a score or note, for a classmate.</Soft>
      <Row gap="s" wrap>
        <LinkButton href={`/sheet/${id}`} mode="outlined">
          A sheet to print
        </LinkButton>
        <Button mode="outlined" onPress={() => saveFile(document, document.title)}>
          Save the course file
        </Button>
        <Button mode="outlined" onPress={() => saveFile(ruleSheet(document), `${document.title} rules`)}>
          Save a rule sheet
        </Button>
      </Row>
      <ForOthers document={document} />
      <OpenCourseFile label="Replace this course by a file" onOpen={setFile} />
      {file && (
        <ChangePreview
          key={writeCourse(file)}
          course={course}
          edits={replacement(document, file)}
          title="In place of this course"
          button="Replace the course"
          done="Replaced by a file"
          onEnd={() => setFile(undefined)}
        />
      )}
    </Fold>
  );
}

/** The forms in which other programs open a course. */
const FORMS = [
  { form: 'xlsx', label: 'A spreadsheet with live formulas' },
  { form: 'csv', label: 'A table of pieces' },
  { form: 'ics', label: 'A calendar of due days' },
  { form: 'md', label: 'Where I stand, as text' },
] as const;

/** The course for other programs; each is written when it is asked for. */
function ForOthers({ document }: { document: Course }) {
  const now = useNow();
  const [busy, setBusy] = useState<string>();
  const [failed, setFailed] = useState<string>();
  const save = async (form: (typeof FORMS)[number]['form']) => {
    setBusy(form);
    setFailed(undefined);
    try {
      saveBlob(await exported(document, form, now), document.title, form);
    } catch (error) {
      setFailed((error as Error).message);
    }
    setBusy(undefined);
  };
  return (
    <Stack gap="s">
      <Soft>For other programs; in the spreadsheet every number is a formula.</Soft>
      <Row gap="s" wrap>
        {FORMS.map(({ form, label }) => (
          <Button key={form} mode="outlined" loading={busy === form} onPress={() => void save(form)}>
            {label}
          </Button>
        ))}
      </Row>
      {failed !== undefined && <Wrong>{failed} Nothing was saved.</Wrong>}
    </Stack>
  );
}

/** Hands a course out as a file of some format. */
export function saveFile(document: Course, name: string, format: Format = COURSE_FILE): void {
  saveBlob(new Blob([format.write(document)], { type: format.mediaType }), name, format.extensions[0]!);
}

function saveBlob(blob: Blob, name: string, extension: string): void {
  const link = window.document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = `${name.replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '')}.${extension}`;
  link.click();
  URL.revokeObjectURL(link.href);
}

/** A file that is larger than any course could be. */
const MOST_BYTES = 4_000_000;

const ACCEPTED = FORMATS.flatMap(({ mediaType, extensions }) => [
  mediaType,
  ...extensions.map((extension) => `.${extension}`),
]).join(',');

interface OpenCourseFileProps {
  label: string;
  onOpen: (document: Course) => void;
  busy?: boolean;
}

/** Opens a course file or a rule sheet; what is wrong with it is said whole, each with its place, and nothing is stored. */
export function OpenCourseFile({ label, onOpen, busy = false }: OpenCourseFileProps) {
  const c = useColours();
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [name, setName] = useState('');
  const input = useRef<HTMLInputElement>(null);
  const open = async (file: File | undefined) => {
    if (!file) return;
    setName(file.name);
    const read =
      file.size > MOST_BYTES
        ? { ok: false as const, faults: [{ at: '', message: 'The file is larger than any course.' }] }
        : formatOf(file.name).read(await file.text());
    setFaults(read.ok ? [] : read.faults);
    if (read.ok) onOpen(read.value);
  };
  return (
    <Stack gap="s">
      <input
        ref={input}
        type="file"
        accept={ACCEPTED}
        aria-label={`${label}: file`}
        style={{ display: 'none' }}
        onChange={({ target }) => {
          void open(target.files?.[0]);
          target.value = '';
        }}
      />
      <Button
        mode="outlined"
        loading={busy}
        style={{ alignSelf: 'flex-start' }}
        onPress={() => input.current?.click()}
      >
        {label}
      </Button>
      {faults.length > 0 && (
        <Stack role="alert" gap="xs">
          <Text variant="bodyMedium" style={{ color: c.error }}>
            {name} is not a {formatOf(name).title} as it should be. Nothing was stored.
          </Text>
          {faults.slice(0, MOST_SHOWN).map(({ at, message }) => (
            <Text key={`${at} ${message}`} variant="bodySmall" style={{ color: c.error }}>
              {at ? `${at} ` : ''}
              {message}
            </Text>
          ))}
          {faults.length > MOST_SHOWN && <Soft>And {faults.length - MOST_SHOWN} more.</Soft>}
        </Stack>
      )}
    </Stack>
  );
}

const MOST_SHOWN = 50;
