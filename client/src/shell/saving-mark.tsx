import { useQueryClient } from '@tanstack/react-query';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useAway } from '@/data/connection';
import { useSession } from '@/data/session';
import { isTold } from '@/data/sync/change-queue';
import { useWaiting } from '@/data/sync/queue';
import { useSaving } from '@/data/sync/use-saving';
import { useKeptSteps } from '@/model/use-change';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { useLasting } from '@/ui/hooks/use-lasting';

/** Changes that are on their way for so long, in milliseconds, are told of. */
const LONG = 400;

/** A quiet mark while changes are on their way, where that takes a while; until they are there, they stand in the browser's own storage. */
export function SavingMark() {
  const c = useColours();
  useSaving();
  useKeptSteps(useSession().data?.student?.id);
  const waiting = useWaiting();
  const isAway = useAway(useQueryClient()) !== undefined;
  // What does not get through, and what waits behind it, is told of elsewhere; and where the server is away, that is said.
  const told = new Set(waiting.filter(isTold).map(({ change }) => change.courseId));
  const isWaiting = waiting.some(({ change }) => !told.has(change.courseId));
  const isTryingAgain = waiting.some(({ trouble }) => trouble !== undefined);
  const isLong = useLasting(isWaiting, LONG);
  if (!isWaiting || (isTryingAgain ? isAway : !isLong)) return null;
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
