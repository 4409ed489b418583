import { Link, usePathname } from 'expo-router';
import { memo } from 'react';
import { Pressable, View } from 'react-native';
import { IconButton, Text } from 'react-native-paper';
import { undoLast, useSteps } from '@/data/undo';
import { useLooseEndsSoon, wantsDecision } from '@/model/loose-ends';
import { useIsPrepared } from '@/model/opening/prepared';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH, useIsLow, useIsWide } from '@/theme/layout';
import { DISPLAY, useColours } from '@/theme/paper-theme';

const PLACES = [
  { href: '/', label: 'Term' },
  { href: '/loose-ends', label: 'Loose ends' },
  { href: '/record', label: 'Record' },
  { href: '/you', label: 'You' },
] as const;

type PlaceHref = (typeof PLACES)[number]['href'];

/** The way to the four places. */
export function Places() {
  const c = useColours();
  const wide = useIsWide();
  const low = useIsLow();
  const isPrepared = useIsPrepared();
  return (
    <View
      role="navigation"
      aria-label="Places"
      style={{
        flexDirection: wide ? 'column' : 'row',
        alignItems: 'center',
        justifyContent: wide ? 'flex-start' : 'space-around',
        gap: wide ? SPACE.s : 0,
        backgroundColor: wide ? c.paper : c.card,
        borderColor: c.rule,
        borderTopWidth: wide ? 0 : 1,
        borderRightWidth: wide ? 1 : 0,
        width: wide ? 88 : undefined,
        paddingVertical: wide ? SPACE.l : low ? 0 : SPACE.s,
      }}
    >
      {wide && (
        <Text
          aria-hidden
          style={{ fontFamily: DISPLAY, fontSize: 30, color: c.primary, marginBottom: SPACE.s }}
        >
          f
        </Text>
      )}
      {PLACES.map(({ href, label }) =>
        href === '/record' ? (
          <Record key={href} />
        ) : href === '/loose-ends' && isPrepared ? (
          <LooseEndsPlace key={href} href={href} label={label} />
        ) : (
          <Place key={href} href={href} label={label} />
        ),
      )}
      <Undo />
    </View>
  );
}

interface PlaceProps {
  href: PlaceHref;
  label: string;
  /** What waits there. */
  count?: number;
}

function LooseEndsPlace(place: PlaceProps) {
  return <Place {...place} count={useLooseEndsSoon().filter(wantsDecision).length} />;
}

const Place = memo(function Place({ href, label, count = 0 }: PlaceProps) {
  const c = useColours();
  const here = useIsHere(href);
  const low = useIsLow();
  return (
    <Link href={href} asChild>
      <Pressable
        role="link"
        aria-current={here ? 'page' : undefined}
        aria-label={count > 0 ? `${label}, ${count}` : label}
        style={{
          minHeight: TOUCH,
          minWidth: 64,
          alignItems: 'center',
          justifyContent: 'center',
          gap: low ? 0 : 2,
        }}
      >
        <Text variant="labelMedium" style={{ color: here ? c.primary : c.soft }}>
          {label}
        </Text>
        {count > 0 && (
          <Text
            variant="labelSmall"
            style={{ color: c.onAskSoft, backgroundColor: c.askSoft, borderRadius: 10, paddingHorizontal: 7 }}
          >
            {count}
          </Text>
        )}
        {here && count === 0 && (
          <View style={{ width: 18, borderTopWidth: 3, borderColor: c.primary, borderRadius: 2 }} />
        )}
      </Pressable>
    </Link>
  );
});

/** The way back from the last thing that was done, wherever one is. */
function Undo() {
  const { past } = useSteps();
  const last = past.at(-1);
  if (!last) return null;
  return <IconButton icon="undo" size={22} accessibilityLabel={`Undo: ${last.done}`} onPress={undoLast} />;
}

/** The centre: recording a score is never more than a touch away. */
const Record = memo(function Record() {
  const c = useColours();
  const here = useIsHere('/record');
  const low = useIsLow();
  return (
    <Link href="/record" asChild>
      <Pressable
        role="link"
        aria-label="Record"
        aria-current={here ? 'page' : undefined}
        style={{
          width: 64,
          height: low ? TOUCH : 52,
          borderRadius: 18,
          backgroundColor: c.primary,
          alignItems: 'center',
          justifyContent: 'center',
          // It stays what it is where the system has colours of its own.
          ...({ forcedColorAdjust: 'none' } as object),
        }}
      >
        <Icon name="plus" size={20} color={c.onPrimary} />
        <Text variant="labelSmall" style={{ color: c.onPrimary }}>
          Record
        </Text>
      </Pressable>
    </Link>
  );
});

function useIsHere(href: PlaceHref): boolean {
  const path = usePathname();
  return href === '/'
    ? path === '/' || path.startsWith('/course') || path.startsWith('/new-course')
    : path.startsWith(href) || (href === '/you' && path.startsWith('/scales'));
}
