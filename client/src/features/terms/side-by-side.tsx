import { isSameCourse, letterOf, officialText } from '@fidens/core';
import { useState } from 'react';
import { Pressable, ScrollView, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import type { Term } from '@/data/term-days';
import { compute } from '@/model/computed';
import { useGpas } from '@/model/term-gpa';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { CheckBox } from '@/ui/fields/check-box';
import { Fold } from '@/ui/fold';
import { onKeys } from '@/ui/keys';
import { Soft } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { topOutlook } from '@/wording/top-outlook';
import { GpaWorking } from './gpa-working';
import { gradeWords } from '@/wording/words';

const TITLE = 170;
const CELL = 104;

/** Courses in lines: each line has the same course in its terms. */
function linesOf(courses: readonly ShownCourse[]): ShownCourse[][] {
  const lines: ShownCourse[][] = [];
  for (const course of courses) {
    const line = lines.find(([first]) => isSameCourse(first!.document, course.document));
    if (line) line.push(course);
    else lines.push([course]);
  }
  return lines;
}

/** The GPA of the terms that are shown, such as those of a year, and how it is made. */
function Together({ courses }: { courses: readonly ShownCourse[] }) {
  const gpas = useGpas(courses);
  const top = topOutlook.use();
  return (
    <View>
      <Soft>
        {`GPA of these terms together, ${top}: ${gpas.points[top] ?? 'no course has credits and a letter with points yet'}`}
      </Soft>
      <GpaWorking {...gpas} title="these terms together" />
    </View>
  );
}

interface SideBySideProps {
  terms: readonly Term[];
  courses: readonly ShownCourse[];
}

/** Quarters or semesters of a year side by side: one course in several terms on one line, its letters and what each brought. */
export function SideBySide({ terms, courses }: SideBySideProps) {
  const c = useColours();
  const [left, setLeft] = useState<ReadonlySet<string>>(
    () => new Set(terms.filter(({ archived }) => archived).map(({ id }) => id)),
  );
  const shown = [...terms].reverse().filter(({ id }) => !left.has(id));
  const own = courses.filter(({ termId }) => shown.some(({ id }) => id === termId));
  const lines = linesOf(own);
  const line = {
    flexDirection: 'row',
    borderTopWidth: 1,
    borderColor: c.rule,
    paddingVertical: SPACE.s,
  } as const;
  return (
    <Fold title="Terms side by side" summary="One course in several terms on one line.">
      <Row gap="m" wrap role="group" aria-label="Terms that are shown">
        {terms.map(({ id, name }) => {
          const turn = () => setLeft(toggled(left, id));
          return (
            <Pressable
              key={id}
              role="checkbox"
              aria-checked={!left.has(id)}
              onPress={turn}
              {...onKeys({ ' ': turn })}
              style={{ minHeight: TOUCH, flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}
            >
              <CheckBox isChecked={!left.has(id)} />
              <Text variant="bodyMedium">{name}</Text>
            </Pressable>
          );
        })}
      </Row>
      {lines.length === 0 ? (
        <Soft>No course in them yet.</Soft>
      ) : (
        <ScrollView horizontal tabIndex={0} aria-label="Terms side by side, to be scrolled">
          <View role="table" aria-label="Terms side by side">
            <View role="row" style={{ flexDirection: 'row', paddingBottom: SPACE.s }}>
              <Text role="columnheader" variant="labelLarge" style={{ width: TITLE, color: c.soft }}>
                Course
              </Text>
              {shown.map(({ id, name }) => (
                <Text
                  key={id}
                  role="columnheader"
                  variant="labelLarge"
                  style={{ width: CELL, color: c.soft }}
                >
                  {name}
                </Text>
              ))}
            </View>
            {lines.map((same) => {
              return (
                <View key={same[0]!.id} role="row" style={line}>
                  <Text role="rowheader" variant="bodyMedium" style={{ width: TITLE, paddingRight: SPACE.s }}>
                    {same[0]!.document.title}
                  </Text>
                  {shown.map(({ id }) => (
                    <Cell key={id} course={same.find(({ termId }) => termId === id)} />
                  ))}
                </View>
              );
            })}
            <View role="row" style={line}>
              <Text role="rowheader" variant="bodyMedium" style={{ width: TITLE, fontFamily: TEXT_STRONG }}>
                GPA
              </Text>
              {shown.map(({ id }) => (
                <GpaCell key={id} courses={own.filter(({ termId }) => termId === id)} />
              ))}
            </View>
          </View>
        </ScrollView>
      )}
      {shown.length > 1 && <Together courses={own} />}
    </Fold>
  );
}

function Cell({ course }: { course: ShownCourse | undefined }) {
  const c = useColours();
  const now = useNow();
  const top = topOutlook.use();
  if (!course)
    return (
      <Text role="cell" variant="bodyMedium" style={{ width: CELL, color: c.soft }}>
        –
      </Text>
    );
  const { document } = course;
  const { outlooks, letters } = compute(document, now);
  const { letter, percent } = gradeWords(outlooks[top], letters);
  const { official, credits } = document;
  const given = official ? officialText(official) : letterOf(outlooks[top], letters) ? letter : '–';
  return (
    <View role="cell" style={{ width: CELL }}>
      <Text variant="titleMedium">{given}</Text>
      <Soft>{[percent !== '–' && percent, credits && `${credits} cr`].filter(Boolean).join(' · ')}</Soft>
    </View>
  );
}

function GpaCell({ courses }: { courses: readonly ShownCourse[] }) {
  const top = topOutlook.use();
  return (
    <Text role="cell" variant="titleMedium" style={{ width: CELL }}>
      {useGpas(courses).points[top] ?? '–'}
    </Text>
  );
}
