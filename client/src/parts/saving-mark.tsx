import { useMutationState } from '@tanstack/react-query';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { CHANGE_KEY } from '../data/course-changes';
import { useSaving } from '../data/use-saving';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';

/** A quiet mark while changes are on their way; until they are there, they stand in the browser's own storage. */
export function SavingMark() {
  const c = useColours();
  useSaving();
  const failures = useMutationState({
    filters: { mutationKey: CHANGE_KEY, status: 'pending' },
    select: ({ state }) => state.failureCount,
  });
  if (failures.length === 0) return null;
  const isTryingAgain = failures.some((count) => count > 0);
  return (
    <View
      role="status"
      style={{ position: 'absolute', top: SPACE.xs, right: SPACE.m, zIndex: 3, pointerEvents: 'none' }}
    >
      <Text
        variant="bodySmall"
        style={{ color: c.soft, backgroundColor: c.paper, paddingHorizontal: SPACE.xs }}
      >
        {isTryingAgain ? 'Not saved yet, trying again …' : 'Saving …'}
      </Text>
    </View>
  );
}
