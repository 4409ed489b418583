import type { Source } from '@fidens/core';
import { FaultList } from '@/course-ui/fault-list';
import { sourceName, type IncomingAnswer } from '@/model/incoming/incoming-question';
import { Row } from '@/ui/box';
import { Busy } from '@/ui/busy';
import { FailedLine } from '@/ui/states';
import { Soft } from '@/ui/text';

interface ReadingStatesProps {
  source: Source;
  answer: IncomingAnswer | undefined;
  hasFailed: boolean;
  retry: () => void;
}

/** What stands while something is read, where it could not be, and where it is nothing that can be read. */
export function ReadingStates({ source, answer, hasFailed, retry }: ReadingStatesProps) {
  if (hasFailed) return <FailedLine retry={retry}>It could not be read.</FailedLine>;
  if (!answer)
    return (
      <Row gap="s" align="center" role="status">
        <Busy label="Reading" />
        <Soft>Reading …</Soft>
      </Row>
    );
  return answer.kind === 'refused' ? <FaultList what={sourceName(source)} faults={answer.faults} /> : null;
}
