import { factKey } from '@fidens/core';
import type { Decision, Fact, Remark } from '@fidens/core/syllabus';
import { useMemo, useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { FaultList } from '@/course-ui/fault-list';
import type { ReadText } from '@/model/syllabus/syllabus-question';
import { SPACE, useIsWide } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { SectionTitle, Soft } from '@/ui/text';
import { number, plural } from '@/wording/words';
import { DoubtCard } from './doubt-card';
import { FactRow, rowId } from './fact-row';
import { groupsOf, isTold, lineAround, namesOf, type Decisions } from './fact-words';
import { markId, SyllabusText } from './syllabus-text';
import { useShown } from './use-syllabus';

interface SyllabusReviewProps {
  read: ReadText;
  decisions: Decisions;
  decide: (decisions: Decisions) => void;
  /** What keeps it, at the foot of the page. */
  children: (taken: number) => ReactNode;
}

/** A syllabus beside the course that was read from it: what is doubtful is asked first, every fact stands with its words, and nothing is kept yet. */
export function SyllabusReview({ read, decisions, decide, children }: SyllabusReviewProps) {
  const c = useColours();
  const wide = useIsWide();
  const [open, setOpen] = useState<string>();
  const [shown, setShown] = useState<{ readonly fact: string; readonly id: string }>();
  useShown(shown?.id);
  const { facts, lines, text, decided, remarks, faults } = read;
  const standing = useMemo(() => decided.shown.map(({ fact }) => fact), [decided.shown]);
  const keys = useMemo(() => new Map(decided.shown.map(({ key, fact }) => [fact, key])), [decided.shown]);
  const keyOf = (fact: Fact) => keys.get(fact) ?? factKey(fact);
  const nameOf = useMemo(() => namesOf([...facts, ...standing]), [facts, standing]);
  const told = facts.filter((fact) => isTold(fact));
  const groups = useMemo(() => groupsOf(standing), [standing]);
  const taken = decided.taken.filter(isTold).length;
  const lineOf = (fact: Fact) => lineAround(lines, fact);
  const onDecide = (key: string, decision: Decision | undefined) => {
    const { [key]: _before, ...others } = decisions;
    decide(decision === undefined ? others : { ...others, [key]: decision });
  };
  const decideAll = (some: readonly Fact[], decision: Decision | undefined) => {
    const own = new Set(some.map(keyOf));
    const others = Object.fromEntries(Object.entries(decisions).filter(([key]) => !own.has(key)));
    decide(
      decision === undefined
        ? others
        : { ...others, ...Object.fromEntries([...own].map((key) => [key, decision])) },
    );
  };
  const groupOf = (fact: Fact) =>
    groups.find((group) => group.facts.some((own) => keyOf(own) === factKey(fact)))?.key;
  const unread = lines.filter(({ became }) => became === 'unread');
  const whole = (
    <SyllabusText
      text={text}
      facts={told}
      lines={lines}
      shown={shown?.fact}
      onFact={(fact) => {
        const group = groupOf(fact);
        setOpen(group);
        setShown({ fact: factKey(fact), id: group === undefined ? '' : rowId(group) });
      }}
    />
  );
  return (
    <Stack gap="l">
      <Text variant="displaySmall" role="heading" aria-level={1}>
        {told.length === 0
          ? 'Nothing read'
          : `${plural(told.length, 'fact')} read${decided.asked.length > 0 ? `, ${decided.asked.length} to decide` : ''}`}
      </Text>
      {told.length === 0 && (
        <Soft>
          None of it was understood as the rules of a course. The text may be in another language, or without
          its part on grading.
        </Soft>
      )}
      <View
        style={wide ? { flexDirection: 'row', gap: SPACE.xl, alignItems: 'flex-start' } : { gap: SPACE.l }}
      >
        <View style={wide ? { flex: 1, minWidth: 0, gap: SPACE.l } : { gap: SPACE.l }}>
          {decided.asked.filter(isTold).map((fact) => (
            <DoubtCard
              key={factKey(fact)}
              fact={fact}
              text={text}
              line={lineOf(fact)}
              nameOf={nameOf}
              onDecide={onDecide}
            />
          ))}
          {groups.length > 0 && (
            <View role="list" aria-label="What was read">
              {groups.map((group) => (
                <FactRow
                  key={group.key}
                  group={group}
                  text={text}
                  lineOf={lineOf}
                  keyOf={keyOf}
                  nameOf={nameOf}
                  decisions={decisions}
                  wrong={decided.wrong}
                  isOpen={open === group.key}
                  onOpen={() => {
                    const next = open === group.key ? undefined : group.key;
                    setOpen(next);
                    const [first] = group.facts;
                    // Beside the text its words come into sight; below it nobody is led away.
                    setShown(
                      next === undefined || !first
                        ? undefined
                        : { fact: keyOf(first), id: wide ? markId(keyOf(first)) : '' },
                    );
                  }}
                  onDecide={decideAll}
                  onShow={(fact) => setShown({ fact: keyOf(fact), id: markId(keyOf(fact)) })}
                />
              ))}
              <View style={{ borderTopWidth: 1, borderColor: c.rule }} />
            </View>
          )}
          {remarks.map((remark, index) => (
            <Text
              key={index}
              variant="bodyMedium"
              style={{ color: c.onAskSoft, backgroundColor: c.askSoft, borderRadius: 12, padding: SPACE.m }}
            >
              {remarkWords(remark)}
            </Text>
          ))}
          {unread.length > 0 && (
            <Stack gap="xs">
              <SectionTitle>Not understood</SectionTitle>
              {unread.map(({ range }) => (
                <Text
                  key={range.from}
                  variant="bodyMedium"
                >{`“${text.slice(range.from, range.to).replace(/\s+/g, ' ')}”`}</Text>
              ))}
              <Soft>Rules like these are set by hand, under Rules.</Soft>
            </Stack>
          )}
          {faults.length > 0 && <FaultList what="What was read" faults={faults} />}
        </View>
        <View style={wide ? { flex: 1, minWidth: 0 } : undefined} nativeID="syllabus text">
          <Stack gap="s">
            <SectionTitle>The text</SectionTitle>
            {whole}
          </Stack>
        </View>
      </View>
      <View
        style={{
          position: 'sticky' as never,
          bottom: 0,
          zIndex: 2,
          backgroundColor: c.paper,
          borderTopWidth: 1,
          borderColor: c.rule,
          paddingVertical: SPACE.s,
          marginHorizontal: -SPACE.l,
          paddingHorizontal: SPACE.l,
        }}
      >
        <Row gap="s" align="center" wrap>
          {children(taken)}
          {!wide && told.length > 0 && (
            <Button
              onPress={() =>
                setShown({
                  fact: '',
                  id: shown?.id === 'syllabus text' ? rowId(groups[0]?.key ?? '') : 'syllabus text',
                })
              }
            >
              See the text
            </Button>
          )}
        </Row>
      </View>
    </Stack>
  );
}

function remarkWords(remark: Remark): string {
  if (remark.kind === 'two weights') return `${remark.name} has two weights in the text.`;
  const { comesTo, said, unit } = remark;
  return `The ${unit === 'percent' ? 'weights' : 'points'} in the text come to ${number(comesTo)}, not ${number(said)}. They are kept as they stand.`;
}
