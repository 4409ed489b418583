import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from './box';
import { Busy } from './busy';
import { Soft, Wrong } from './text';

/** What stands where records are on their way. */
export function Loading({ what }: { what: string }) {
  return (
    <View style={{ padding: SPACE.xxl, alignItems: 'center', gap: SPACE.m }} role="status">
      <Busy label={`Loading ${what}`} />
      <Soft>Loading {what} …</Soft>
    </View>
  );
}

/** What stands where records could not be read, with the way back. */
export function Failed({ what, reason, retry }: { what: string; reason: string; retry: () => void }) {
  useColours();
  return (
    <View style={{ padding: SPACE.xl, gap: SPACE.m, alignItems: 'flex-start' }} role="alert">
      <Text variant="titleLarge">{what} could not be read</Text>
      <Soft>{reason} Nothing is lost.</Soft>
      <Button mode="contained" onPress={retry}>
        Try again
      </Button>
    </View>
  );
}

/** What stands where there is nothing yet: what this place is for, and the first step. */
export function Empty({
  title,
  children,
  actions,
  level = 2,
}: {
  title: string;
  children: ReactNode;
  actions?: ReactNode;
  /** Of its heading: 1 where it is all that the page says. */
  level?: 1 | 2;
}) {
  const { card, rule } = useColours();
  return (
    <View
      style={{
        backgroundColor: card,
        borderColor: rule,
        borderWidth: 1,
        borderRadius: 20,
        padding: SPACE.xl,
        gap: SPACE.m,
        alignItems: 'flex-start',
      }}
    >
      <Text variant="headlineMedium" role="heading" aria-level={level}>
        {title}
      </Text>
      <Soft>{children}</Soft>
      {actions}
    </View>
  );
}

/** What stands in the place of a part of a page that could not be had, with the way to ask again. */
export function FailedLine({ children, retry }: { children: string; retry: () => void }) {
  return (
    <Row gap="s" align="center" wrap>
      <Wrong>{children}</Wrong>
      <Button onPress={retry}>Try again</Button>
    </Row>
  );
}
