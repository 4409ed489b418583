// What workers are found by is set up when this is run, and modules run only once they are used.
import 'expo';
import { PersistQueryClientProvider } from '@tanstack/react-query-persist-client';
import { Stack, useRouter } from 'expo-router';
import { useEffect, useRef } from 'react';
import { View } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { keepingAnswers } from '@/data/kept-answers';
import { openedAddress } from '@/data/opened-link';
import { queryClient } from '@/data/query-client';
import { useSession } from '@/data/session';
import { useChosenTheme } from '@/theme/appearance';
import { Icon } from '@/theme/icons';
import { useColours } from '@/theme/paper-theme';
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
        <View key={`${decimals} ${top}`} style={{ flex: 1, backgroundColor: theme.ours.paper }}>
          <Screens />
        </View>
      </PaperProvider>
    </PersistQueryClientProvider>
  );
}

/** A link that was opened before signing in leads there once somebody has. */
function useWantedAddress(isSignedIn: boolean | undefined): void {
  const router = useRouter();
  const wanted = useRef<string | undefined>(undefined);
  useEffect(() => {
    if (isSignedIn === false) wanted.current ??= openedAddress;
    if (isSignedIn !== true || !wanted.current) return;
    const address = wanted.current;
    wanted.current = '';
    if (address !== '/' && !address.startsWith('/sign-in')) router.replace(address);
  }, [isSignedIn, router]);
}

/** Behind the door, the places; before it, the ways in. */
function Screens() {
  const { paper } = useColours();
  const { data: session, error, refetch } = useSession();
  useWantedAddress(session && session.student !== null);
  if (error && !session)
    return <Failed what="Your sign-in" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!session) return <Opening />;
  const signedIn = session.student !== null;
  return (
    <Stack
      screenOptions={{
        headerShown: false,
        contentStyle: { backgroundColor: paper },
        animation: 'none',
      }}
    >
      <Stack.Protected guard={signedIn}>
        <Stack.Screen name="(places)" />
        <Stack.Screen name="sheet/[courseId]" />
      </Stack.Protected>
      <Stack.Protected guard={!signedIn}>
        <Stack.Screen name="sign-in" />
      </Stack.Protected>
    </Stack>
  );
}
