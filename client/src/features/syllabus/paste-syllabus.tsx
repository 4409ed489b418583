import { FaultList } from '@/course-ui/fault-list';
import { SourceField } from '@/course-ui/source-field';
import { sourceName } from '@/model/incoming/incoming-question';
import { Row, Stack } from '@/ui/box';
import { Busy } from '@/ui/busy';
import { FailedLine } from '@/ui/states';
import { Soft } from '@/ui/text';
import type { SyllabusReading } from './use-syllabus';

interface PasteSyllabusProps {
  reading: SyllabusReading;
  paste?: string;
  hint: string;
}

/** The way in for a syllabus: pasted, chosen or typed off; what became of it while it is read, and where it could not be. */
export function PasteSyllabus({ reading, paste = 'Paste the syllabus', hint }: PasteSyllabusProps) {
  const { source, coming, isReading, hasFailed, retry, read, start } = reading;
  if (read) return null;
  const isComing = (coming !== undefined && !('faults' in coming) && !('failed' in coming)) || isReading;
  const progress = coming && 'progress' in coming ? coming.progress : undefined;
  return (
    <Stack gap="m">
      <SourceField
        paste={paste}
        what="the syllabus"
        lines="as it stands, or the part on grading"
        hint={hint}
        onSource={start}
      />
      {isComing && !hasFailed && (
        <Row gap="s" align="center" role="status">
          <Busy label="Reading" />
          <Soft>{progress ? `Reading page ${progress.done} of ${progress.of} …` : 'Reading …'}</Soft>
        </Row>
      )}
      {coming && 'faults' in coming && source && (
        <FaultList what={sourceName(source)} faults={coming.faults} />
      )}
      {((coming && 'failed' in coming) || hasFailed) && (
        <FailedLine retry={() => (source && !hasFailed ? start(source) : retry())}>
          It could not be read.
        </FailedLine>
      )}
    </Stack>
  );
}
