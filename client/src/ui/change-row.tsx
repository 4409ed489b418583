import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

/** One thing before and after; what stays the same is quiet. */
export function ChangeRow({ label, before, after }: { label: string; before: string; after: string }) {
  const c = useColours();
  const same = before === after;
  return (
    <View style={{ flexDirection: 'row', gap: SPACE.s, justifyContent: 'space-between' }}>
      <Text variant="bodyMedium" style={{ color: same ? c.soft : c.ink, flexShrink: 1 }}>
        {label}
      </Text>
      <Text variant="bodyMedium" style={{ color: same ? c.soft : c.ink, textAlign: 'right' }}>
        {same ? `${after}, as before` : changeText(before, after)}
      </Text>
    </View>
  );
}

/** "takes 94.29% → 93.89%", "B+ → A−": what both begin with is said once. */
function changeText(before: string, after: string): string {
  const shared = 'takes ';
  const both = before.startsWith(shared) && after.startsWith(shared);
  return `${before} → ${both ? after.slice(shared.length) : after}`;
}
