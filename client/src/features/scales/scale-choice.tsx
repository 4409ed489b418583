import { isSame, type Scale } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { scalesQuery } from '@/data/library';
import { SCALE_PRESETS } from '@fidens/core';
import { Choice } from '@/ui/fields/choice';
import { bandsWords } from '@/wording/scale-words';

interface ScaleChoiceProps {
  label: string;
  scale: Scale | undefined;
  onChange: (scale: Scale) => void;
}

const OTHER = 'other';

/** A scale to start from: the student's own, and the common shapes. */
export function ScaleChoice({ label, scale, onChange }: ScaleChoiceProps) {
  const { data: own = [] } = useQuery(scalesQuery);
  const all = [...own, ...SCALE_PRESETS];
  const chosen =
    all.find((candidate) => isSame(candidate.scale, scale)) ??
    all.find((candidate) => isSame(candidate.scale.bands, scale?.bands));
  return (
    <Choice
      label={label}
      value={chosen?.id ?? OTHER}
      options={[
        ...all.map(({ id, name, scale: shape }) => ({ value: id, label: name, hint: bandsWords(shape) })),
        ...(chosen ? [] : [{ value: OTHER, label: 'Another' }]),
      ]}
      onChange={(id) => {
        const kept = own.find((candidate) => candidate.id === id);
        const shape = SCALE_PRESETS.find((candidate) => candidate.id === id);
        // A common shape says nothing of rounding: what the course has stays.
        if (kept) onChange(kept.scale);
        else if (shape) onChange({ ...(scale?.round && { round: scale.round }), ...shape.scale });
      }}
    />
  );
}
