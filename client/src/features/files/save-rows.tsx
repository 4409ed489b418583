import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useNow } from '@/data/now';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { Busy } from '@/ui/busy';
import { Wrong } from '@/ui/text';
import type { ExportQuestion } from './export-question';
import { saveWritten, written } from './save';

type WithoutNow<Q> = Q extends unknown ? Omit<Q, 'now'> : never;

/** Something to be written, what it is, and the extension of its file. */
export interface Saving {
  readonly label: string;
  readonly extension: string;
  readonly question: WithoutNow<ExportQuestion>;
}

interface SaveRowsProps {
  /** Of the list, for a screen reader. */
  label: string;
  /** Of the files. */
  name: string;
  all: readonly Saving[];
}

/** Rows that each write something and hand it out under a name; what takes its time shows it. */
export function SaveRows({ label: listLabel, name, all }: SaveRowsProps) {
  const c = useColours();
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
      <View role="list" aria-label={listLabel}>
        {all.map((saving) => (
          <View key={saving.label} role="listitem">
            <Pressable
              role="button"
              aria-label={`${saving.label}, .${saving.extension}`}
              aria-busy={busy === saving.label}
              disabled={busy !== undefined}
              onPress={() => void save(saving)}
              style={{
                minHeight: TOUCH,
                flexDirection: 'row',
                alignItems: 'center',
                gap: SPACE.m,
                borderTopWidth: 1,
                borderColor: c.rule,
              }}
            >
              <Text variant="bodyMedium" style={{ flex: 1, minWidth: 0, color: c.ink }}>
                {saving.label}
              </Text>
              <Text variant="bodySmall" style={{ color: c.soft }}>
                .{saving.extension}
              </Text>
              {busy === saving.label ? (
                <Busy label="Writing" size={20} />
              ) : (
                <Icon name="download" size={20} color={c.primary} />
              )}
            </Pressable>
          </View>
        ))}
      </View>
      {failed !== undefined && <Wrong>“{failed}” could not be written. Nothing was saved.</Wrong>}
    </Stack>
  );
}
