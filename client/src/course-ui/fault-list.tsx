import type { Fault } from '@fidens/core';
import { Text } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { Soft } from '@/ui/text';

const MOST_SHOWN = 50;

/** Everything that is wrong with something that came in, each with its place; nothing of it was kept. */
export function FaultList({ what, faults }: { what: string; faults: readonly Fault[] }) {
  const c = useColours();
  const [first, ...others] = faults;
  const isWhole = others.length === 0 && first?.at === '';
  return (
    <Stack role="alert" gap="xs">
      <Text variant="bodyMedium" style={{ color: c.error }}>
        {isWhole ? `${what} ${first.message}. ` : `${what} is not as it should be. `}
        Nothing was stored.
      </Text>
      {!isWhole &&
        faults.slice(0, MOST_SHOWN).map(({ at, message }) => (
          <Text key={`${at} ${message}`} variant="bodySmall" style={{ color: c.error }}>
            {at ? `${at} ` : ''}
            {message}
          </Text>
        ))}
      {faults.length > MOST_SHOWN && <Soft>And {faults.length - MOST_SHOWN} more.</Soft>}
    </Stack>
  );
}
