import type { ColumnKind, Source } from '@fidens/core';
import { useEffect, useMemo, useState } from 'react';
import { useNow } from '@/data/now';
import { tooLarge } from '@/course-ui/choose-files';
import { dayOrder } from '@/model/day-order';
import { drop, useDropped } from '@/model/incoming/dropped';
import { sourceOfFiles } from '@/model/incoming/incoming-question';
import { useLatest } from '@/ui/hooks/use-latest';

/**
 * What came in, and what the student has said of how it is to be read; what is dropped on the window comes in at once.
 *
 * @param onStart - called when something else comes in, or what was there is put away
 */
export function useReading(onStart: () => void) {
  const near = useNow();
  const order = dayOrder.use();
  const [source, setSource] = useState<Source>();
  const [kinds, setKinds] = useState<readonly ColumnKind[]>();
  const [person, setPerson] = useState('');
  const reading = useMemo(
    () =>
      source && {
        source,
        near,
        ...(kinds && { kinds }),
        ...(person !== '' && { person }),
        ...(order !== 'ask' && { order }),
      },
    [source, near, kinds, person, order],
  );
  const [refusal, setRefusal] = useState<string>();
  const start = (next: Source | undefined) => {
    setRefusal(undefined);
    onStart();
    setSource(next);
    setKinds(undefined);
    setPerson('');
  };
  const dropped = useDropped();
  const take = useLatest((files: readonly File[]) => {
    drop(undefined);
    start(undefined);
    const words = tooLarge(files);
    if (words !== undefined) return setRefusal(words);
    sourceOfFiles(files).then(start, () =>
      setRefusal('What was dropped could not be opened. Nothing was read.'),
    );
  });
  useEffect(() => {
    if (dropped) take(dropped);
  }, [dropped, take]);
  return { refusal, source, reading, start, setKinds, setPerson };
}
