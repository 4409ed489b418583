import { SCALE_PRESETS, type Course, type Fault } from '@fidens/core';
import { useState } from 'react';
import { useNow } from '@/data/now';
import { incoming, sourceOfFiles } from '@/model/incoming/incoming-question';
import { Stack } from '@/ui/box';
import { Wrong } from '@/ui/text';
import { ChooseFiles } from './choose-files';
import { FaultList } from './fault-list';

interface OpenCourseFileProps {
  label: string;
  onOpen: (document: Course) => void;
  busy?: boolean;
}

/** Opens a course file or a rule sheet, and nothing else; what is wrong with it is said whole, each with its place, and nothing is stored. */
export function OpenCourseFile({ label, onOpen, busy = false }: OpenCourseFileProps) {
  const now = useNow();
  const [name, setName] = useState('');
  const [faults, setFaults] = useState<readonly Fault[]>([]);
  const [wrong, setWrong] = useState<string>();
  const [isReading, setIsReading] = useState(false);
  const open = async (files: readonly File[]) => {
    setName(files[0]!.name);
    setFaults([]);
    setWrong(undefined);
    setIsReading(true);
    try {
      const source = await sourceOfFiles(files);
      const answer = await incoming.ask({
        kind: 'new',
        source,
        near: now,
        title: '',
        scale: SCALE_PRESETS[0]!.scale,
      });
      if (answer?.kind === 'refused') setFaults(answer.faults);
      else if (answer?.kind === 'new' && answer.answer.kind === 'course') onOpen(answer.answer.course);
      else setFaults([{ at: '', message: 'is no course file: it has no rules in it' }]);
    } catch {
      setWrong('The file could not be read. Nothing was stored.');
    }
    setIsReading(false);
  };
  return (
    <Stack gap="s">
      <ChooseFiles
        label={label}
        busy={busy || isReading}
        onFiles={(files) => void open(files)}
        onTooLarge={setWrong}
      />
      {wrong !== undefined && <Wrong>{wrong}</Wrong>}
      {faults.length > 0 && <FaultList what={name} faults={faults} />}
    </Stack>
  );
}
