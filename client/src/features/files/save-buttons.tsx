import { useState } from 'react';
import { Button } from 'react-native-paper';
import { useNow } from '@/data/session';
import { Row, Stack } from '@/ui/box';
import { Wrong } from '@/ui/text';
import type { ExportQuestion } from './export-question';
import { saveWritten, written } from './save';

type WithoutNow<Q> = Q extends unknown ? Omit<Q, 'now'> : never;

/** Something to be written, and what is on its button. */
export interface Saving {
  readonly label: string;
  readonly question: WithoutNow<ExportQuestion>;
}

/** Buttons that each write something and hand it out under a name; what takes its time shows it. */
export function SaveButtons({ name, all }: { name: string; all: readonly Saving[] }) {
  const now = useNow();
  const [busy, setBusy] = useState<string>();
  const [failed, setFailed] = useState<string>();
  const save = async ({ label, question }: Saving) => {
    setBusy(label);
    setFailed(undefined);
    try {
      saveWritten(await written({ ...question, now }), name);
    } catch {
      setFailed(label);
    }
    setBusy(undefined);
  };
  return (
    <Stack gap="s">
      <Row gap="s" wrap>
        {all.map((saving) => (
          <Button
            key={saving.label}
            mode="outlined"
            loading={busy === saving.label}
            disabled={busy !== undefined}
            onPress={() => void save(saving)}
          >
            {saving.label}
          </Button>
        ))}
      </Row>
      {failed !== undefined && <Wrong>“{failed}” could not be written. Nothing was saved.</Wrong>}
    </Stack>
  );
}
