import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useCloseFeed, useFeed, useOpenFeed, type FeedScope } from '@/data/feeds';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { CopyButton } from '@/ui/copy-button';
import { FailedLine } from '@/ui/states';
import { Soft, Wrong } from '@/ui/text';

interface FeedOfProps {
  scope: FeedScope;
  id: string;
  /** What it has the due days of: "Coastal Ecology". */
  name: string;
}

/** The due days as a feed that a calendar program follows: opened, renewed under another address, and closed. */
export function FeedOf({ scope, id, name }: FeedOfProps) {
  const c = useColours();
  const { feed, isKnown, error, refetch } = useFeed(scope, id);
  const open = useOpenFeed(scope, id);
  const close = useCloseFeed(scope, id);
  const failed = open.error ?? close.error;
  return (
    <Stack gap="s" role="group" aria-label={`Calendar feed of ${name}`}>
      <Text variant="titleSmall">A feed for your calendar</Text>
      <Soft>
        {feed
          ? 'Your calendar asks this address for the due days and follows as they change. Whoever has the address sees the names and days, and nothing else.'
          : 'A calendar program can follow the due days at an address of their own, with names and days and nothing else.'}
      </Soft>
      {error && !isKnown && <FailedLine retry={() => void refetch()}>{reasonOf(error)}</FailedLine>}
      {isKnown && !feed && (
        <Button
          mode="outlined"
          style={{ alignSelf: 'flex-start' }}
          loading={open.isPending}
          onPress={() => open.mutate()}
        >
          Open a feed
        </Button>
      )}
      {feed && (
        <>
          <View style={{ backgroundColor: c.pale, borderRadius: 12, padding: SPACE.m }}>
            <Text
              selectable
              variant="bodySmall"
              aria-label="Address of the feed"
              style={{ wordBreak: 'break-all' } as object}
            >
              {addressOf(feed.path)}
            </Text>
          </View>
          <Row gap="s" wrap>
            <CopyButton label="Copy the address" mode="contained" text={() => addressOf(feed.path)} />
            <Button mode="outlined" compact loading={open.isPending} onPress={() => open.mutate()}>
              Another address
            </Button>
            <Button mode="outlined" compact loading={close.isPending} onPress={() => close.mutate()}>
              Close the feed
            </Button>
          </Row>
          <Soft>With another address, or once it is closed, the one above shows nothing any more.</Soft>
        </>
      )}
      {failed && <Wrong>{reasonOf(failed)}</Wrong>}
    </Stack>
  );
}

/** An address with its server. */
function addressOf(path: string): string {
  return new URL(path, window.location.origin).href;
}
