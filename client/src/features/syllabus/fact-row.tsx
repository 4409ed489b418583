import { isTyped } from '@fidens/core';
import type { Decision, Fact } from '@fidens/core/syllabus';
import { useId, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text, TextInput } from 'react-native-paper';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { CheckBox } from '@/ui/fields/check-box';
import { tied } from '@/ui/fields/tied';
import { onKeys } from '@/ui/keys';
import { Soft, Wrong } from '@/ui/text';
import { FACT_NAMES, factText, factWords, groupWords, type Decisions, type FactGroup } from './fact-words';
import { Quote } from './quote';

interface FactRowProps {
  group: FactGroup;
  text: string;
  lineOf: (fact: Fact) => { from: number; to: number };
  /** The key of what the text says, by which a fact is decided about. */
  keyOf: (fact: Fact) => string;
  nameOf: (key: string) => string;
  decisions: Decisions;
  wrong: Readonly<Record<string, string>>;
  isOpen: boolean;
  onOpen: () => void;
  onDecide: (facts: readonly Fact[], decision: Decision | undefined) => void;
  /** Shows a fact's words in the text. */
  onShow: (fact: Fact) => void;
}

export const rowId = (group: string) => `fact ${group}`;

/** What one line of the syllabus says: taken as it is, opened to be changed or left out fact by fact. */
export function FactRow({
  group,
  text,
  lineOf,
  keyOf,
  nameOf,
  decisions,
  wrong,
  isOpen,
  onOpen,
  onDecide,
  onShow,
}: FactRowProps) {
  const c = useColours();
  const { title, facts, figure, depth } = group;
  const left = facts.filter((fact) => isLeft(decisions[keyOf(fact)]));
  const isAllLeft = left.length === facts.length;
  const words = groupWords({ ...group, facts: facts.filter((fact) => !left.includes(fact)) }, nameOf);
  const turn = () => onDecide(facts, isAllLeft ? undefined : { leave: true });
  const quoted = facts.find(({ kind }) => kind !== 'name' && kind !== 'title') ?? facts[0]!;
  return (
    <View
      role="listitem"
      nativeID={rowId(group.key)}
      style={{
        borderTopWidth: 1,
        borderColor: c.rule,
        backgroundColor: isOpen ? c.tint : 'transparent',
        marginHorizontal: -SPACE.s,
        paddingHorizontal: SPACE.s,
        paddingLeft: SPACE.s + depth * SPACE.l,
        paddingVertical: SPACE.xs,
      }}
    >
      <Row gap="s" align="start">
        <Pressable
          role="button"
          aria-expanded={isOpen}
          aria-label={`${title}${words ? `, ${words}` : ''}${figure === undefined ? '' : `, ${figure}`}`}
          onPress={onOpen}
          style={{
            flex: 1,
            minWidth: 0,
            minHeight: TOUCH,
            justifyContent: 'center',
            gap: 2,
            opacity: isAllLeft ? 0.6 : 1,
          }}
        >
          <Text variant="bodyLarge" style={isAllLeft && { textDecorationLine: 'line-through' }}>
            <Text variant="bodyLarge" style={{ fontFamily: TEXT_STRONG }}>
              {title}
            </Text>
            {words !== '' && <Text style={{ color: c.soft }}>{` · ${words}`}</Text>}
          </Text>
          <Quote
            text={text}
            line={lineOf(quoted)}
            about={spanOf(facts, lineOf(quoted))}
            marked={isOpen ? quoted.range : undefined}
          />
        </Pressable>
        {figure !== undefined && (
          <Text
            variant="titleLarge"
            aria-hidden
            style={{ fontFamily: TEXT_STRONG, lineHeight: TOUCH, opacity: isAllLeft ? 0.5 : 1 }}
          >
            {figure}
          </Text>
        )}
        <Pressable
          role="checkbox"
          aria-checked={isAllLeft ? false : left.length > 0 ? 'mixed' : true}
          aria-label={`Take ${title}`}
          onPress={turn}
          {...onKeys({ ' ': turn })}
          style={{ width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center' }}
        >
          <CheckBox isChecked={!isAllLeft} />
        </Pressable>
      </Row>
      {isOpen && (
        <Stack gap="s">
          {facts.map((fact) => (
            <FactField
              key={keyOf(fact)}
              fact={fact}
              words={factWords(fact, nameOf)}
              decision={decisions[keyOf(fact)]}
              wrong={wrong[keyOf(fact)]}
              onDecide={(decision) => {
                // A part without its name is none: what is said of it goes along.
                const isWhole = fact.kind === 'name' && isLeft(decision);
                onDecide(isWhole ? facts : [fact], decision);
              }}
              onShow={() => onShow(fact)}
            />
          ))}
        </Stack>
      )}
    </View>
  );
}

/** From the first to the last of the words in a sentence that say some facts. */
function spanOf(facts: readonly Fact[], line: { from: number; to: number }): { from: number; to: number } {
  const own = facts.map(({ range }) => range).filter(({ from, to }) => from >= line.from && to <= line.to);
  return { from: Math.min(...own.map(({ from }) => from)), to: Math.max(...own.map(({ to }) => to)) };
}

function isLeft(decision: Decision | undefined): boolean {
  return decision !== undefined && 'leave' in decision;
}

interface FactFieldProps {
  fact: Fact;
  words: string;
  decision: Decision | undefined;
  wrong: string | undefined;
  onDecide: (decision: Decision | undefined) => void;
  onShow: () => void;
}

/** One fact: its value to be typed over, and the ways to leave it out or to see where it is from. */
function FactField({ fact, words, decision, wrong, onDecide, onShow }: FactFieldProps) {
  const c = useColours();
  const [typed, setTyped] = useState<string>();
  const wrongId = useId();
  const isOut = isLeft(decision);
  const before = decision !== undefined && 'change' in decision ? decision.change : factText(fact);
  const value = typed ?? before;
  const name = FACT_NAMES[fact.kind];
  const keep = () => {
    if (typed !== undefined && typed !== before) onDecide({ change: typed });
    setTyped(undefined);
  };
  return (
    <Stack gap="xs">
      <Row gap="s" align="center" wrap>
        {isTyped(fact.kind) && !isOut ? (
          <TextInput
            mode="outlined"
            dense
            label={name}
            aria-label={name}
            value={value}
            onChangeText={setTyped}
            onBlur={keep}
            onSubmitEditing={keep}
            {...tied(wrong !== undefined, wrongId)}
            style={{
              width: fact.kind === 'name' || fact.kind === 'title' ? 168 : 130,
              backgroundColor: c.card,
            }}
          />
        ) : (
          <View style={{ flexShrink: 1 }}>
            <Soft>{name}</Soft>
            <Text variant="bodyMedium" style={isOut && { textDecorationLine: 'line-through' }}>
              {words}
            </Text>
          </View>
        )}
        <Button compact icon="magnify" accessibilityLabel={`In the text: ${name}`} onPress={onShow}>
          In the text
        </Button>
        <Button
          compact
          accessibilityLabel={`${isOut ? 'Take it' : 'Leave it out'}: ${name}`}
          onPress={() => onDecide(isOut ? undefined : { leave: true })}
        >
          {isOut ? 'Take it' : 'Leave it out'}
        </Button>
      </Row>
      {wrong !== undefined && (
        <Wrong id={wrongId}>{`${name} ${wrong}. What the text says still holds.`}</Wrong>
      )}
    </Stack>
  );
}
