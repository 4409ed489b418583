import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { Slot } from 'expo-router';
import { useDeferredValue } from 'react';
import { View } from 'react-native';
import { PaperProvider, ThemeProvider } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { keepingAnswers } from '@/data/kept-answers';
import { queryClient } from '@/data/query-client';
import { useSession } from '@/data/session';
import { useChosenTheme } from '@/theme/appearance';
import { Icon } from '@/theme/icons';
import { Opening } from '@/ui/opening';
import { Failed } from '@/ui/states';
import { decimalsShown } from '@/wording/decimals';
import { topOutlook } from '@/wording/top-outlook';

const KEEPING = keepingAnswers(queryClient);

export default function Application() {
  const theme = useChosenTheme();
  // Numbers stand everywhere: with other decimals every screen is drawn anew.
  const decimals = decimalsShown.use();
  const top = topOutlook.use();
  return (
    <PersistQueryClientProvider client={queryClient} {...KEEPING}>
      <PaperProvider theme={theme} settings={{ icon: Icon as never, rippleEffectEnabled: false }}>
        {/* Paper's own says of any theme that it fades and slides; ours does not. */}
        <ThemeProvider theme={theme}>
          <View key={`${decimals} ${top}`} style={{ flex: 1, backgroundColor: theme.ours.paper }}>
            <Screens />
          </View>
        </ThemeProvider>
      </PaperProvider>
    </PersistQueryClientProvider>
  );
}

/** Behind the door, the places; before it, the ways in: each leads to the other (`shell/door.tsx`). */
function Screens() {
  const { data: session, error, refetch } = useSession();
  // A whole page is drawn once it is known who is here: a few milliseconds at a time.
  const isKnown = useDeferredValue(session !== undefined);
  if (error && !session)
    return <Failed what="Your sign-in" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!session || !isKnown) return <Opening />;
  return <Slot />;
}
