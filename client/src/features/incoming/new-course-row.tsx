import { nodesIn, type Category, type Course } from '@fidens/core';
import type { CourseOfList } from '@fidens/core/reading';
import { useId } from 'react';
import { Pressable, View } from 'react-native';
import { Text, TextInput } from 'react-native-paper';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { CheckBox } from '@/ui/fields/check-box';
import { tied } from '@/ui/fields/tied';
import { onKeys } from '@/ui/keys';
import { Soft, Wrong } from '@/ui/text';
import { COMBINE_WORDS, countPieces, gradeLine, plural } from '@/wording/words';

interface NewCourseRowProps {
  made: CourseOfList;
  /** As it will be called. */
  title: string;
  isTaken: boolean;
  onTitle: (title: string) => void;
  onTurn: () => void;
}

/** One course that would come in: its title, to be changed, what is in it, where it would stand, and what is not in it. */
export function NewCourseRow({ made, title, isTaken, onTitle, onTurn }: NewCourseRowProps) {
  const c = useColours();
  const now = useNow();
  const { course, unclear, assumed } = made;
  const { outlooks, letters } = compute(course, now);
  const wrongId = useId();
  const isWrong = isTaken && title.trim() === '';
  return (
    <View
      role="group"
      aria-label={title || 'A course without a title'}
      style={{
        backgroundColor: c.card,
        borderColor: c.rule,
        borderWidth: 1,
        borderRadius: 20,
        padding: SPACE.l,
        gap: SPACE.s,
        opacity: isTaken ? 1 : 0.7,
      }}
    >
      <Row gap="m" align="center">
        <Pressable
          role="checkbox"
          aria-checked={isTaken}
          aria-label={`Add ${title}`}
          onPress={onTurn}
          {...onKeys({ ' ': onTurn })}
          style={{ width: TOUCH, height: TOUCH, alignItems: 'center', justifyContent: 'center' }}
        >
          <CheckBox isChecked={isTaken} />
        </Pressable>
        <TextInput
          mode="outlined"
          dense
          label="Title"
          aria-label={`Title, ${course.title}`}
          value={title}
          onChangeText={onTitle}
          {...tied(isWrong, wrongId)}
          maxLength={200}
          style={{ flex: 1, backgroundColor: c.card }}
        />
      </Row>
      {isWrong && <Wrong id={wrongId}>A title is wanted.</Wrong>}
      <Text variant="bodyMedium">
        {[
          plural(countPieces(course.root), 'piece'),
          scoredWords(course),
          gradeLine(outlooks.standing, letters),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Text>
      <Soft>{partsWords(course)}</Soft>
      {assumed && (
        <Soft>
          It does not say how the whole adds up: {COMBINE_WORDS[assumed]}, until you change it under Rules.
        </Soft>
      )}
      {unclear.length > 0 && (
        <Soft>
          Left out, as they are not understood as scores:{' '}
          {unclear.map(({ name, entry }) => `“${entry}” of ${name}`).join(', ')}.
        </Soft>
      )}
    </View>
  );
}

function scoredWords({ root }: Course): string {
  const scored = nodesIn(root).filter((node) => node.kind === 'assessment' && node.score).length;
  return scored === 0 ? 'no score yet' : plural(scored, 'score');
}

/** "Field logs 35 (6), Exam 65 (1)" */
function partsWords({ root }: Course): string {
  const categories = root.children.filter((node): node is Category => node.kind === 'category');
  if (categories.length === 0) return 'No categories.';
  const parts = categories.map((each) =>
    [each.name, each.weight, `(${countPieces(each)})`].filter(Boolean).join(' '),
  );
  const alone = root.children.length - categories.length;
  return `${parts.join(', ')}${alone > 0 ? `, and ${alone} alone` : ''}.`;
}
