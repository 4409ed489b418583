import { useQueryClient } from '@tanstack/react-query';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useAway } from '@/data/connection';
import { useKeepsNothing } from '@/storage/trouble';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { momentText } from '@/wording/days';

/** Says that the server is away and from when what is shown is; and where the browser keeps nothing, that too. */
export function AwayNotice() {
  const c = useColours();
  const away = useAway(useQueryClient());
  const keepsNothing = useKeepsNothing();
  if (!away && !keepsNothing) return null;
  return (
    <View
      role="status"
      style={{ backgroundColor: c.pale, paddingHorizontal: SPACE.l, paddingVertical: SPACE.s }}
    >
      <Text variant="bodySmall" style={{ color: c.ink }}>
        {[
          away && `No connection: this is as of ${momentWords(away.since)}.`,
          away && !keepsNothing && 'What you record is kept here and sent later.',
          keepsNothing &&
            'This browser has no room to keep anything: leave the page open until what you record is saved.',
        ]
          .filter(Boolean)
          .join(' ')}
      </Text>
    </View>
  );
}

function momentWords(moment: number): string {
  return momentText(moment, Date.now());
}
