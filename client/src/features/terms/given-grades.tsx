import { courseSetting, decimalSchema, letterOf, officialText, type Official } from '@fidens/core';
import { useId, useState } from 'react';
import { View } from 'react-native';
import { Text, TextInput } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import { useChange } from '@/model/use-change';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { SelectField } from '@/ui/fields/select-field';
import { tied } from '@/ui/fields/tied';
import { Fold } from '@/ui/fold';
import { LinkButton } from '@/ui/link-button';
import { Soft, Wrong } from '@/ui/text';

interface GivenGradesProps {
  courses: readonly ShownCourse[];
  startsOpen: boolean;
}

/** The grades that were given in the end, in one pass over all courses. */
export function GivenGrades({ courses, startsOpen }: GivenGradesProps) {
  const done = courses.filter(({ document }) => document.official).length;
  return (
    <Fold
      title="The grades that were given"
      summary={`${done} of ${courses.length} recorded`}
      startsOpen={startsOpen}
    >
      {courses.map((course) => (
        <GivenGrade key={course.id} course={course} />
      ))}
    </Fold>
  );
}

const MARK = ' mark';

/** The grade that was given in one course: a letter of its scale, or a mark that no rule computes, counted or not. */
export function GivenGrade({ course }: { course: ShownCourse }) {
  const c = useColours();
  const now = useNow();
  const edit = useChange(course);
  const { document } = course;
  const { official, scale, title } = document;
  const { outlooks, letters } = compute(document, now);
  const own = letterOf(outlooks.standing, letters)?.band.label;
  const [isMark, setIsMark] = useState(official !== undefined && 'mark' in official);
  const set = (next: Official | undefined) => edit([courseSetting({ official: next })]);
  const value = isMark ? MARK : official && 'label' in official ? official.label : '';
  return (
    <View style={{ borderTopWidth: 1, borderColor: c.rule, paddingTop: SPACE.s, gap: SPACE.xs }}>
      <Row gap="m" align="end" wrap>
        <View style={{ flex: 1, minWidth: 160 }}>
          <Text variant="bodyMedium">{title}</Text>
          <Soft>{own === undefined ? 'no letter from the record' : `the record comes to ${own}`}</Soft>
        </View>
        <SelectField
          label={`Given in ${title}`}
          shown="Given"
          value={value}
          options={[
            { value: '', label: 'nothing yet' },
            ...scale.bands.map(({ label }) => ({ value: label, label })),
            { value: MARK, label: 'another mark …' },
          ]}
          onChange={(next) => {
            setIsMark(next === MARK);
            if (next !== MARK) set(next === '' ? undefined : { label: next });
          }}
        />
      </Row>
      {isMark && <MarkFields title={title} official={official} onSet={set} />}
      {official && own !== undefined && officialText(official) !== own && 'label' in official && (
        <Row gap="s" align="center" wrap>
          <Soft>That is not what the record comes to.</Soft>
          <LinkButton href={`/course/${course.id}/school`} label={`Why may ${title} differ`}>
            Why may it differ?
          </LinkButton>
        </Row>
      )}
    </View>
  );
}

interface MarkFieldsProps {
  title: string;
  official: Official | undefined;
  onSet: (official: Official) => void;
}

function MarkFields({ title, official, onSet }: MarkFieldsProps) {
  const c = useColours();
  const known = official && 'mark' in official ? official : { mark: '' };
  const [mark, setMark] = useState(known.mark);
  const [points, setPoints] = useState(known.points ?? '');
  const wrongId = useId();
  const isWrong = points !== '' && !!decimalSchema().validate(points.replace(',', '.')).error;
  const keep = () => {
    if (mark.trim() === '' || isWrong) return;
    onSet({ mark: mark.trim(), ...(points !== '' && { points: points.replace(',', '.') }) });
  };
  const field = { flex: 1, minWidth: 140, backgroundColor: c.card };
  return (
    <Row gap="s" wrap>
      <TextInput
        mode="outlined"
        dense
        label="Mark"
        aria-label={`Mark, ${title}`}
        value={mark}
        onChangeText={setMark}
        onBlur={keep}
        onSubmitEditing={keep}
        maxLength={20}
        style={field}
      />
      <TextInput
        mode="outlined"
        dense
        label="Grade points"
        aria-label={`Grade points, if it counts, ${title}`}
        inputMode="decimal"
        value={points}
        onChangeText={setPoints}
        onBlur={keep}
        onSubmitEditing={keep}
        {...tied(isWrong, wrongId)}
        style={field}
      />
      {isWrong && <Wrong id={wrongId}>Grade points are a number such as 3.7, or nothing.</Wrong>}
    </Row>
  );
}
