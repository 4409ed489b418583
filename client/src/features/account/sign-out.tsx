import { useState } from 'react';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useSignOut } from '@/data/session';
import { useWaiting } from '@/data/sync/queue';
import { Row, Stack } from '@/ui/box';
import { Panel } from '@/ui/panel';
import { Soft } from '@/ui/text';

/** The way out. What is not saved yet would be lost with it, so that is asked about first. */
export function SignOut() {
  const signOut = useSignOut();
  const waiting = useWaiting();
  const [asked, setAsked] = useState(false);
  const asks = asked && waiting.length > 0;
  return (
    <Stack gap="s" align="start">
      {asks ? (
        <Panel label="Changes that are not saved yet" tone="ask">
          <Soft>
            {waiting.length === 1 ? 'One change is' : `${waiting.length} changes are`} not saved yet. Signing
            out now forgets {waiting.length === 1 ? 'it' : 'them'} for good.
          </Soft>
          <Row gap="s" wrap>
            <Button mode="contained" onPress={() => setAsked(false)}>
              Stay
            </Button>
            <Button onPress={() => signOut.mutate()} loading={signOut.isPending}>
              Sign out and forget
            </Button>
          </Row>
        </Panel>
      ) : (
        <Button
          mode="outlined"
          onPress={() => (waiting.length > 0 ? setAsked(true) : signOut.mutate())}
          loading={signOut.isPending}
        >
          Sign out
        </Button>
      )}
      {signOut.error && <Soft>You are still signed in: {reasonOf(signOut.error)}</Soft>}
    </Stack>
  );
}
