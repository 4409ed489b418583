import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { NAME, useColours } from '@/theme/paper-theme';
import { Soft } from './text';

/** The name, and what it is for. */
export function Introduction() {
  const c = useColours();
  return (
    <View style={{ gap: SPACE.s, marginBottom: SPACE.m }}>
      <Text
        variant="displayLarge"
        role="heading"
        aria-level={1}
        style={{ color: c.primary, fontFamily: NAME }}
      >
        Fidens
      </Text>
      <Text variant="bodyLarge">
        Where you stand in each course, what it can still become, and what it takes. Every number opens its
        working.
      </Text>
    </View>
  );
}

/** What stands until it is known who is here: the same as the page has before any script (`public/index.html`). */
export function Opening() {
  return (
    <View
      role="main"
      style={{
        flex: 1,
        justifyContent: 'center',
        padding: SPACE.xl,
        width: '100%',
        maxWidth: 468,
        alignSelf: 'center',
      }}
    >
      <Introduction />
      <View role="status">
        <Soft>Opening your records, or the way to sign in …</Soft>
      </View>
    </View>
  );
}
