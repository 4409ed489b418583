import { useIsMutating } from '@tanstack/react-query';
import { useEffect } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { CHANGE_KEY } from '../data/course-changes';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';

/** A quiet mark while changes are on their way; leaving the page meanwhile is asked about, so that none is cut off. */
export function SavingMark() {
  const c = useColours();
  const isSaving = useIsMutating({ mutationKey: CHANGE_KEY }) > 0;
  useAskedBeforeLeaving(isSaving);
  if (!isSaving) return null;
  return (
    <View
      role="status"
      style={{ position: 'absolute', top: SPACE.xs, right: SPACE.m, zIndex: 1, pointerEvents: 'none' }}
    >
      <Text
        variant="bodySmall"
        style={{ color: c.soft, backgroundColor: c.paper, paddingHorizontal: SPACE.xs }}
      >
        Saving …
      </Text>
    </View>
  );
}

function useAskedBeforeLeaving(asked: boolean): void {
  useEffect(() => {
    if (!asked) return undefined;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, [asked]);
}
