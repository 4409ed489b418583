import { View } from 'react-native';
import { Portal, Text } from 'react-native-paper';
import { EffectPanel } from '@/course-ui/effect-panel';
import type { RuleDraft } from '@/model/rule-draft';
import { SPACE, useIsWide, usePlacesHeight } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

interface DraftNoticesProps {
  draft: RuleDraft;
  /** The effect stands beside the rules already. */
  effectBeside?: boolean;
}

/** At the foot of the screen: what changed rules do before they are kept, and why a change was refused. */
export function DraftNotices({ draft, effectBeside = false }: DraftNoticesProps) {
  const wide = useIsWide();
  const placesHeight = usePlacesHeight();
  return (
    <Portal>
      <View
        style={{
          position: 'absolute',
          right: 0,
          bottom: wide ? 0 : placesHeight,
          width: wide ? 460 : '100%',
          padding: SPACE.s,
          gap: SPACE.s,
        }}
        pointerEvents="box-none"
      >
        {draft.refused && <Refusal reason={draft.refused} />}
        {!effectBeside && <EffectPanel draft={draft} />}
      </View>
    </Portal>
  );
}

/** Why a change was not made, in sight wherever the page stands. */
function Refusal({ reason }: { reason: string }) {
  const c = useColours();
  return (
    <View
      role="alert"
      style={{
        backgroundColor: c.card,
        borderColor: c.error,
        borderWidth: 2,
        borderRadius: 20,
        padding: SPACE.m,
      }}
    >
      <Text variant="bodyMedium" style={{ color: c.error }}>
        Not changed. {reason}.
      </Text>
    </View>
  );
}
