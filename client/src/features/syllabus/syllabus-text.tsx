import { factKey } from '@fidens/core';
import type { Fact, ReadLine } from '@fidens/core/syllabus';
import { Fragment, useMemo } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Soft } from '@/ui/text';

interface SyllabusTextProps {
  text: string;
  facts: readonly Fact[];
  lines: readonly ReadLine[];
  /** The fact whose words are shown now, by its key. */
  shown: string | undefined;
  /** Called with the fact whose words were pressed; nothing where they only stand there. */
  onFact?: (fact: Fact) => void;
}

export const markId = (key: string) => `words ${key}`;

interface Stretch {
  readonly from: number;
  readonly to: number;
  readonly fact?: Fact;
  readonly isUnread: boolean;
}

/** The text of a syllabus, line by line: what a fact was read from, what looks like a rule and was not understood, and all the rest, which is talk. */
export function SyllabusText({ text, facts, lines, shown, onFact }: SyllabusTextProps) {
  const c = useColours();
  const stretches = useMemo(() => stretchesOf(text, facts, lines), [text, facts, lines]);
  const unread = lines.filter(({ became }) => became === 'unread').length;
  return (
    <Stack gap="s">
      <Row gap="m" wrap>
        <Legend colour={c.primarySoft} ink={c.onPrimarySoft} words="read" />
        {unread > 0 && (
          <Legend colour={c.askSoft} ink={c.onAskSoft} words="looks like a rule, not understood" />
        )}
        <Soft>all else is taken for talk</Soft>
      </Row>
      <View
        style={{
          backgroundColor: c.card,
          borderRadius: 16,
          borderWidth: 1,
          borderColor: c.rule,
          padding: SPACE.m,
        }}
      >
        <Text
          variant="bodyMedium"
          style={{
            color: c.soft,
            lineHeight: 24,
            ...({ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' } as object),
          }}
        >
          {stretches.map(({ from, to, fact, isUnread }) => {
            const words = text.slice(from, to);
            if (!fact && !isUnread) return <Fragment key={from}>{words}</Fragment>;
            const isShown = fact !== undefined && factKey(fact) === shown;
            return (
              <Text
                key={from}
                {...(fact && { nativeID: markId(factKey(fact)) })}
                {...(fact && onFact && { onPress: () => onFact(fact) })}
                style={
                  fact
                    ? {
                        backgroundColor: isShown ? c.primary : c.primarySoft,
                        color: isShown ? c.onPrimary : c.onPrimarySoft,
                      }
                    : { backgroundColor: c.askSoft, color: c.onAskSoft }
                }
              >
                {words}
              </Text>
            );
          })}
        </Text>
      </View>
    </Stack>
  );
}

function Legend({ colour, ink, words }: { colour: string; ink: string; words: string }) {
  return (
    <Text
      variant="labelMedium"
      style={{
        backgroundColor: colour,
        color: ink,
        borderRadius: 4,
        paddingHorizontal: 6,
        paddingVertical: 2,
      }}
    >
      {words}
    </Text>
  );
}

/** The text in stretches: each fact's words, what was not understood between them, and the rest. */
function stretchesOf(text: string, facts: readonly Fact[], lines: readonly ReadLine[]): Stretch[] {
  const made: Stretch[] = [];
  const marks = [
    ...facts.map((fact) => ({ ...fact.range, fact })),
    ...lines.filter(({ became }) => became === 'unread').map(({ range }) => ({ ...range, fact: undefined })),
  ].sort((a, b) => a.from - b.from || a.to - b.to);
  let at = 0;
  for (const { from, to, fact } of marks) {
    const start = Math.max(at, from);
    if (to <= start) continue;
    if (start > at) made.push({ from: at, to: start, isUnread: false });
    made.push({ from: start, to, isUnread: fact === undefined, ...(fact && { fact }) });
    at = to;
  }
  if (at < text.length) made.push({ from: at, to: text.length, isUnread: false });
  return made;
}
