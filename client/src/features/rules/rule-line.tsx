import { bandOf, isDeduction, lettersOf, setting, type Category, type CourseNode } from '@fidens/core';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { partOf as takesPart } from '@/course-ui/parts';
import { partOf } from '@/model/part-of';
import { rulePhrases } from '@/rules';
import { deductWords } from '@/rules/conditions/words';
import { namesIn } from '@/rules/names';
import type { InForce } from '@/rules/rule';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft, WordChip } from '@/ui/text';
import { WordsButton } from '@/ui/words-button';
import { curveWords } from '@/wording/curve-words';
import {
  capital,
  COMBINE_WORDS,
  countPieces,
  dayWords,
  number,
  plural,
  WEIGHT_WANTED,
} from '@/wording/words';
import { LineFields } from './line-fields';
import { showsInside, type Lines, type Opened } from './lines';
import { OpenedFrame } from './opened-frame';
import { NodeProblems } from './problem-list';

interface RuleLineProps {
  lines: Lines;
  node: CourseNode;
  /** In what it stands; the whole course in nothing. */
  parent: Category | undefined;
  depth: number;
  inForce: InForce | undefined;
}

/** One line of the rules: a category, a piece on its own or the whole, its rules in words that open to their fields, and its weight. */
export function RuleLine(props: RuleLineProps) {
  const { lines, node, parent, depth } = props;
  const c = useColours();
  const { opened, open, edit, course } = lines;
  const name = parent ? node.name : 'The whole';
  const of = parent ? node.name : 'the whole';
  const isOpen = opened?.id === node.id;
  const part = takesPart(node);
  return (
    <View
      style={{ borderTopWidth: parent ? 1 : 0, borderColor: c.rule, paddingVertical: SPACE.xs, gap: SPACE.s }}
    >
      <Row gap="s" align="start">
        <View style={{ flex: 1, minWidth: 0, gap: 2 }}>
          <Pressable
            role="button"
            aria-label={`Rules of ${of}`}
            aria-expanded={isOpen && opened.what === 'all'}
            onPress={() => open({ id: node.id, what: 'all' })}
            style={{
              minHeight: 32,
              flexDirection: 'row',
              flexWrap: 'wrap',
              alignItems: 'center',
              gap: SPACE.s,
            }}
          >
            <Text
              variant={depth === 0 ? 'titleMedium' : 'titleSmall'}
              style={{ fontFamily: TEXT_STRONG, flexShrink: 1, color: parent ? c.ink : c.soft }}
            >
              {name}
            </Text>
            {part === 'extra' && <WordChip tone="quiet">extra credit</WordChip>}
            {part === 'not' && <WordChip tone="pale">not counted</WordChip>}
          </Pressable>
          <LineWords {...props} of={of} />
        </View>
        {parent && <LineWeight {...props} parent={parent} />}
      </Row>
      {parent && <NodeProblems course={course} edit={edit} id={node.id} />}
      {isOpen && (
        <OpenedFrame>
          <LineFields {...props} of={of} what={opened.what} />
        </OpenedFrame>
      )}
    </View>
  );
}

/** The weight of a line, in the column; where points are pooled, how often it counts. */
function LineWeight({ lines, node, parent }: RuleLineProps & { parent: Category }) {
  const { edit, onWeight, column } = lines;
  const { combine = 'points' } = parent;
  if (combine === 'equal' || isDeduction(node)) return null;
  if (combine === 'points')
    return node.weight === undefined ? null : <Text variant="titleMedium">× {number(node.weight)}</Text>;
  return (
    <NumberRule
      label={`Weight of ${node.name}`}
      value={node.weight}
      wants={WEIGHT_WANTED}
      onKeep={(weight) => edit([setting(node.id, { weight })])}
      onType={(text) => onWeight(node.id, text)}
      fieldRef={column.ref(node.id)}
      onEnter={() => column.next(node.id)}
      width={84}
    />
  );
}

/** What the syllabus says of a line. */
function LineWords({ lines, node, parent, of }: RuleLineProps & { of: string }) {
  const { opened, open, course, standing } = lines;
  if (node.kind === 'assessment' && node.deduct)
    return <Soft>{`each takes ${number(node.deduct.each)}%`}</Soft>;
  if (node.kind === 'assessment')
    return (
      <Soft>
        {[
          node.due && dayWords(node.due),
          `out of ${number(node.possible)}`,
          node.cap !== undefined && `at most ${number(node.cap)}%`,
          node.curve && `curved: ${curveWords(node.curve, ' points')}`,
          node.weightTo !== undefined && `if excused, its weight goes to ${namesIn(course)(node.weightTo)}`,
          node.scale,
        ]
          .filter(Boolean)
          .join(' · ')}
      </Soft>
    );
  const phrase = (what: Opened['what'], words: string) => (
    <WordsButton
      key={what}
      label={`${words}, ${of}`}
      isOpen={opened?.id === node.id && opened.what === what}
      onPress={() => open({ id: node.id, what })}
    >
      {words}
    </WordsButton>
  );
  const part = parent && showsInside(node) ? partOf(standing, node.id)?.derivation : undefined;
  const letter = part?.worth && bandOf(part.worth.value, lettersOf(course.scale)).label;
  return (
    <View style={{ flexDirection: 'row', flexWrap: 'wrap', columnGap: SPACE.m, alignItems: 'center' }}>
      {phrase('combine', parent ? COMBINE_WORDS[node.combine ?? 'points'] : wholeWords(node))}
      {rulePhrases(node, course).map(({ field, words }) => phrase(field, words))}
      {parent && !node.planned && !showsInside(node) && <Soft>{insideWords(node)}</Soft>}
      {node.children.filter(isDeduction).map(({ id, name: counted, deduct }) => (
        <Soft key={id}>{deductWords(deduct, counted)}</Soft>
      ))}
      {node.scale !== undefined && <Soft>marked by {node.scale}</Soft>}
      {letter !== undefined && hasCategories(node) && <Soft>{letter} by itself so far</Soft>}
    </View>
  );
}

const hasCategories = ({ children }: Category) => children.some(({ kind }) => kind === 'category');

/** How the whole adds up, as a student would say it. */
function wholeWords({ combine = 'points' }: Category): string {
  return capital(
    { points: 'all points pooled', equal: 'every line equal', weights: 'each line by its weight' }[combine],
  );
}

function insideWords(category: Category): string {
  return category.children.length === 0 ? 'nothing in it yet' : plural(countPieces(category), 'piece');
}
