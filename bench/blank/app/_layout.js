import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { Stack } from 'expo-router';
import { PaperProvider } from 'react-native-paper';

const client = new QueryClient();

/** A blank page of the same stack, as its packages are meant to be used: what ours is measured beside. */
export default function Blank() {
  return (
    <QueryClientProvider client={client}>
      <PaperProvider>
        <Stack screenOptions={{ headerShown: false }} />
      </PaperProvider>
    </QueryClientProvider>
  );
}
