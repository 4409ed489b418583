import type { Decimal } from '@fidens/core';
import { Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import { number } from '@/wording/words';
import type { RuleEditor } from '../rule';

/** The highest percent that counts. */
export const CapEditor: RuleEditor<Decimal> = ({ of, value, onChange }) => (
  <Stack gap="s">
    <NumberRule
      label={`At most %, ${of}`}
      shown="At most %"
      value={value}
      wants="A percent from 0 up, or nothing for no cap."
      onKeep={onChange}
    />
    <Soft>{value === undefined ? 'It may pass 100%.' : `No more than ${number(value)}% counts.`}</Soft>
  </Stack>
);
