import {
  OUTLOOKS,
  type Assessment,
  type Category,
  type Course,
  type Derivation,
  type Part as PartOf,
} from '@fidens/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { readBack } from '@/course-ui/read-back';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import { PRINT } from '@/theme/colours';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { onPaper } from '@/ui/print-style';
import { sumWords } from '@/wording/sum-words';
import {
  dayWords,
  gradeWords,
  number,
  OUTLOOK_NAMES,
  percent,
  pieceState,
  scoreWords,
} from '@/wording/words';

/** A course as one sheet to show or print: its letter, its rules, every piece, and the working, black on white. */
export function CourseSheet({ course, term }: { course: Course; term: string | undefined }) {
  const now = useNow();
  const { outlooks, letters } = compute(course, now);
  const { standing } = outlooks;
  const { letter, percent: shown } = gradeWords(standing, letters);
  const about = [course.code, course.credits && `${number(course.credits)} credits`, term, dayWords(now)];
  return (
    <View {...onPaper('sheet')} style={{ backgroundColor: PRINT.paper, padding: SPACE.xl, gap: SPACE.xl }}>
      <Row gap="xl" align="baseline" wrap>
        <View style={{ gap: SPACE.xs, maxWidth: '100%' }}>
          <Text variant="headlineMedium" role="heading" aria-level={1} style={{ color: PRINT.ink }}>
            {course.title}
          </Text>
          <Print>{about.filter(Boolean).join(' · ')}</Print>
        </View>
        <Text variant="displaySmall" style={{ color: PRINT.ink }}>
          {letter} {shown}
        </Text>
      </Row>
      <TablePart title="Where it stands">
        {OUTLOOKS.map((name) => {
          const grade = gradeWords(outlooks[name], letters);
          return (
            <Line
              key={name}
              cells={[OUTLOOK_NAMES[name], grade.percent, grade.letter]}
              strong={name === 'standing'}
            />
          );
        })}
      </TablePart>
      <Part title="The rules">
        {readBack(course).map((sentence) => (
          <Print key={sentence}>{sentence}</Print>
        ))}
      </Part>
      <TablePart title="Every piece, and the working">
        <Group category={course.root} derivation={standing} now={now} name="The whole" depth={0} />
      </TablePart>
    </View>
  );
}

interface GroupProps {
  category: Category;
  derivation: Derivation | undefined;
  now: string;
  name: string;
  depth: number;
}

/** A category with what is in it, and how it adds up so far. */
function Group({ category, derivation, now, name, depth }: GroupProps) {
  const parts = new Map(derivation?.parts.map((part) => [part.node.id, part]));
  const sum = derivation && sumWords(derivation);
  return (
    <View style={{ paddingLeft: depth > 1 ? SPACE.l : 0, gap: SPACE.xs }}>
      <Line
        cells={[
          category.weight === undefined ? name : `${name}, weight ${number(category.weight)}`,
          '',
          derivation?.worth ? `${percent(derivation.worth.value)}%` : '–',
        ]}
        strong
      />
      {category.children.map((child) =>
        child.kind === 'category' ? (
          <Group
            key={child.id}
            category={child}
            derivation={parts.get(child.id)?.derivation}
            now={now}
            name={child.name}
            depth={depth + 1}
          />
        ) : (
          <PieceLine key={child.id} piece={child} part={parts.get(child.id)} now={now} />
        ),
      )}
      {sum && (
        <View role="row">
          <Print role="cell">{`${name}: ${sum}`}</Print>
        </View>
      )}
    </View>
  );
}

function PieceLine({ piece, part, now }: { piece: Assessment; part: PartOf | undefined; now: string }) {
  const state = pieceState(piece, part, now);
  const value = part?.worth && piece.score ? `${percent(part.worth.value)}%` : '';
  const weight = piece.weight === undefined ? '' : `, weight ${number(piece.weight)}`;
  return (
    <Line
      cells={[
        `${piece.name}${weight}${state ? ` (${state.isDay ? `due ${state.words}` : state.words})` : ''}`,
        scoreWords(piece),
        value,
      ]}
    />
  );
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Stack gap="s">
      <Text
        variant="titleMedium"
        role="heading"
        aria-level={2}
        style={{ color: PRINT.ink, fontFamily: TEXT_STRONG }}
      >
        {title}
      </Text>
      {children}
    </Stack>
  );
}

/** A part whose lines are one table to who hears them. */
function TablePart({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <Part title={title}>
      <View role="table" aria-label={title} style={{ gap: SPACE.s }}>
        {children}
      </View>
    </Part>
  );
}

function Print({ children, role }: { children: string; role?: 'cell' }) {
  return (
    <Text variant="bodyMedium" {...(role && { role })} style={{ color: PRINT.ink }}>
      {children}
    </Text>
  );
}

/** A name, and two cells at its end. */
function Line({
  cells: [name, middle, end],
  strong = false,
}: {
  cells: readonly [string, string, string];
  strong?: boolean;
}) {
  const style = { color: PRINT.ink, ...(strong && { fontFamily: TEXT_STRONG }) };
  return (
    <View
      {...onPaper('keep')}
      role="row"
      style={{
        flexDirection: 'row',
        gap: SPACE.m,
        borderBottomWidth: 1,
        borderColor: PRINT.rule,
        paddingVertical: 2,
      }}
    >
      <Text variant="bodyMedium" role="rowheader" style={[style, { flex: 1 }]}>
        {name}
      </Text>
      <Text variant="bodyMedium" role="cell" style={[style, { width: 110, textAlign: 'right' }]}>
        {middle}
      </Text>
      <Text variant="bodyMedium" role="cell" style={[style, { width: 72, textAlign: 'right' }]}>
        {end}
      </Text>
    </View>
  );
}
