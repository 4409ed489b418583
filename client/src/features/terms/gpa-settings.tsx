import type { GpaSettings } from '@fidens/core';
import { useSaveGpaSettings } from '@/data/account';
import { reasonOf } from '@/data/api';
import { useGpaSettings } from '@/model/term-gpa';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';
import { Wrong } from '@/ui/text';

const REPEATS = {
  later: { label: 'the later one alone', hint: 'Courses are the same by their code, else by their title.' },
  both: { label: 'both', hint: 'Each counts with its credits.' },
} as const;
const MODES: Readonly<Record<GpaSettings['mode'], string>> = {
  'half-up': 'halves up',
  'half-even': 'halves to even',
  up: 'always up',
  down: 'cut off',
};

/** How the student's GPAs are computed and shown. */
export function GpaSettingsFold() {
  const settings = useGpaSettings();
  const save = useSaveGpaSettings();
  const set = (changed: Partial<GpaSettings>) => save.mutate({ ...settings, ...changed });
  return (
    <Fold
      title="How a GPA is computed"
      summary={`Of a repeated course ${REPEATS[settings.repeats].label}; ${settings.decimals} decimals, ${MODES[settings.mode]}`}
    >
      <Stack gap="m">
        <Choice
          label="Of a course that was taken again counts"
          value={settings.repeats}
          options={(['later', 'both'] as const).map((value) => ({ value, ...REPEATS[value] }))}
          onChange={(repeats) => set({ repeats })}
        />
        <Choice
          label="Decimals"
          value={String(settings.decimals)}
          options={['1', '2', '3', '4'].map((value) => ({
            value,
            label: `${value} ${value === '1' ? 'decimal' : 'decimals'}`,
          }))}
          onChange={(decimals) => set({ decimals: Number(decimals) })}
        />
        <Choice
          label="Rounded"
          value={settings.mode}
          options={(Object.keys(MODES) as GpaSettings['mode'][]).map((value) => ({
            value,
            label: MODES[value],
          }))}
          onChange={(mode) => set({ mode })}
        />
        {save.error && <Wrong>{reasonOf(save.error)}</Wrong>}
      </Stack>
    </Fold>
  );
}
