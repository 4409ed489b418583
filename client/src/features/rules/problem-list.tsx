import {
  find,
  pieces,
  scaleToHundred,
  setting,
  type Category,
  type Course,
  type Problem,
} from '@fidens/core';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { EditRules } from '@/model/rule-draft';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { number, plural } from '@/wording/words';

interface ProblemListProps {
  course: Course;
  edit: EditRules;
}

/** What in a course's rules wants a decision, each with the one action that settles it. */
export function ProblemList({ course, edit }: ProblemListProps) {
  const c = useColours();
  const now = useNow();
  // Before the first score an empty category is no more than a category that has just been copied.
  const isFresh = pieces(course).every(({ score }) => score === undefined);
  const found = compute(course, now).problems.filter(({ code }) => !isFresh || code !== 'empty');
  if (found.length === 0) return null;
  return (
    <View
      role="list"
      aria-label="To look at"
      style={{ backgroundColor: c.askSoft, borderRadius: 20, padding: SPACE.m, gap: SPACE.s }}
    >
      {found.map((problem) => (
        <Row key={JSON.stringify(problem)} role="listitem" gap="s" wrap align="center">
          <Text
            variant="bodyMedium"
            style={{ color: c.onAskSoft, flexGrow: 1, flexShrink: 1, flexBasis: 180 }}
          >
            {problemWords(course, problem)}
          </Text>
          <Action course={course} problem={problem} edit={edit} />
        </Row>
      ))}
    </View>
  );
}

/** What in one category or piece wants a decision, where it stands. */
export function NodeProblems({ course, edit, id }: ProblemListProps & { id: string }) {
  const c = useColours();
  const now = useNow();
  const found = compute(course, now).problems.filter(({ at, code }) => at === id && code !== 'empty');
  return found.map((problem) => (
    <View
      key={JSON.stringify(problem)}
      style={{ backgroundColor: c.askSoft, borderRadius: 14, padding: SPACE.s, alignItems: 'flex-start' }}
    >
      <Text variant="bodyMedium" style={{ color: c.onAskSoft }}>
        {problemWords(course, problem)}
      </Text>
      {problem.code !== 'no-weight' && <Action course={course} problem={problem} edit={edit} />}
    </View>
  ));
}

function nameAt(course: Course, { at }: Problem): string {
  return at === course.root.id ? 'The course' : find(course, at)!.node.name;
}

function problemWords(course: Course, problem: Problem): string {
  const name = nameAt(course, problem);
  switch (problem.code) {
    case 'no-weight':
      return `${name} has no weight, so it does not count.`;
    case 'empty':
      return `${name} has nothing in it yet.`;
    case 'drop-all':
      return `${name} is to drop ${problem.drops} of ${problem.pieces}; one always stays.`;
    case 'weights-total':
      return `The weights come to ${number(problem.total)}, not 100: only their ratio counts.`;
    case 'scheme-total':
      return `The weights of “${problem.scheme}” come to ${number(problem.total)}, not 100: only their ratio counts.`;
    case 'required-short':
      return `A letter needs ${plural(problem.required, 'piece')} of ${name}, and ${problem.pieces === 1 ? 'only one is' : `${problem.pieces} are`} listed or promised.`;
  }
}

function Action({ course, problem, edit }: ProblemListProps & { problem: Problem }) {
  const { node } = find(course, problem.at)!;
  switch (problem.code) {
    case 'no-weight':
      return (
        <NumberRule
          label={`Weight for ${node.name}`}
          shown="Weight"
          value={undefined}
          wants="A number from 0 up."
          onKeep={(weight) => edit([setting(node.id, { weight })])}
        />
      );
    case 'empty':
      return node === course.root ? null : (
        <Button onPress={() => edit([{ op: 'remove', id: node.id }], `${node.name} deleted`)}>
          Delete it
        </Button>
      );
    case 'drop-all':
      return (
        <Button
          onPress={() => edit([setting(node.id, { drop: dropFewer(node as Category, problem.pieces) })])}
        >
          {problem.pieces > 1 ? `Drop ${problem.pieces - 1}` : 'Drop none'}
        </Button>
      );
    case 'weights-total': {
      const edits = scaleToHundred(course.root);
      return edits ? (
        <Button onPress={() => edit(edits, 'Weights scaled to 100')}>Scale all to 100</Button>
      ) : null;
    }
    case 'scheme-total':
    case 'required-short':
      return null;
  }
}

/** Drops of all but one: the highest go back in first. */
function dropFewer({ drop }: Category, pieces: number): Category['drop'] {
  const lowest = Math.min(drop!.lowest ?? 0, pieces - 1);
  const highest = Math.min(drop!.highest ?? 0, pieces - 1 - lowest);
  return lowest + highest > 0 ? { ...drop, lowest, highest } : undefined;
}
