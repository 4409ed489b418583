import { walk, type Assessment } from '@fidens/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text, TextInput } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { useWorkedOn } from '@/data/terms';
import { PieceRow } from '@/features/scores/piece-row';
import { compute } from '@/model/computed';
import { isBack, likeliest, matching, placeWords } from '@/model/likeliest';
import { newId } from '@/model/new-id';
import { partOf } from '@/model/part-of';
import { useChange } from '@/model/use-change';
import { Row, Stack } from '@/ui/box';
import { Page } from '@/ui/page';
import { Empty, Failed, Loading } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';

const SHOWN = 12;

/** Record: pick a piece, type, done. The likeliest stand first. */
export function RecordPlace() {
  const now = useNow();
  const { data: courses, error, refetch } = useWorkedOn();
  const [search, setSearch] = useState('');
  const [open, setOpen] = useState<string>();
  if (error && !courses)
    return <Failed what="Your courses" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!courses) return <Loading what="your courses" />;
  const all = courses.flatMap((course) =>
    [...walk(course.document)].flatMap(({ node }) =>
      node.kind === 'assessment' ? [{ course, piece: node }] : [],
    ),
  );
  const found = search.trim() === '' ? likeliest(all, now) : matching(all, search);
  const shown = found.slice(0, SHOWN);
  const back = shown.filter(({ piece }) => isBack(piece, now));
  const lists = (
    search.trim() === ''
      ? [
          { title: 'Likely back now', candidates: back },
          { title: 'Later', candidates: shown.filter((candidate) => !back.includes(candidate)) },
        ]
      : [{ title: 'Found', candidates: shown }]
  ).filter(({ candidates }) => candidates.length > 0);
  return (
    <Page title="Record">
      <Text variant="displaySmall" role="heading" aria-level={1}>
        Record
      </Text>
      <TextInput
        mode="outlined"
        label="Find a piece"
        accessibilityLabel="Find a piece"
        value={search}
        onChangeText={setSearch}
        left={<TextInput.Icon icon="magnify" tabIndex={-1} aria-hidden />}
      />
      {found.length === 0 && (
        <Empty title={all.length === 0 ? 'No pieces yet' : 'Nothing like that'}>
          {all.length === 0
            ? 'Add pieces on a course’s Scores page; they are recorded here from then on.'
            : 'Every piece of every course is searched by its name and its course’s.'}
        </Empty>
      )}
      {search.trim() !== '' && (
        <NewPiece
          name={search.trim()}
          courses={courses}
          onMade={(course, piece) => setOpen(keyOf({ course, piece }))}
        />
      )}
      {lists.map(({ title, candidates }) => (
        <View key={title}>
          <SectionTitle>{title}</SectionTitle>
          {candidates.map(({ course, piece }) => {
            const key = keyOf({ course, piece });
            const index = shown.findIndex((other) => keyOf(other) === key);
            const beside = { next: shown[index + 1], previous: shown[index - 1] };
            return (
              <PieceRow
                key={key}
                course={course}
                piece={piece}
                part={partOf(compute(course.document, now).outlooks.standing, piece.id)}
                place={placeWords(course, piece)}
                isOpen={open === key}
                onToggle={() => setOpen(open === key ? undefined : key)}
                onStep={(to) => setOpen(beside[to] && keyOf(beside[to]))}
              />
            );
          })}
        </View>
      ))}
    </Page>
  );
}

const keyOf = ({ course, piece }: { course: ShownCourse; piece: Assessment }) => `${course.id} ${piece.id}`;

const POSSIBLE = '100';

/** A score may come before its piece is listed: it is made on the way, and filed later. */
function NewPiece({
  name,
  courses,
  onMade,
}: {
  name: string;
  courses: readonly ShownCourse[];
  onMade: (course: ShownCourse, piece: Assessment) => void;
}) {
  return (
    <Stack gap="xs">
      <Soft>Not listed yet? Make “{name}” a new piece, to be filed later, in:</Soft>
      <Row gap="xs" wrap>
        {courses.map((course) => (
          <MakeButton key={course.id} course={course} name={name} onMade={onMade} />
        ))}
      </Row>
    </Stack>
  );
}

function MakeButton({
  course,
  name,
  onMade,
}: {
  course: ShownCourse;
  name: string;
  onMade: (course: ShownCourse, piece: Assessment) => void;
}) {
  const change = useChange(course);
  const make = () => {
    const piece: Assessment = {
      kind: 'assessment',
      id: newId(),
      name,
      possible: POSSIBLE,
      presumed: true,
    };
    change(
      [{ op: 'add', parent: course.document.root.id, node: piece }],
      `${name} added to ${course.document.title}`,
    );
    onMade(course, piece);
  };
  return (
    <Button
      mode="outlined"
      compact
      accessibilityLabel={`New piece in ${course.document.title}`}
      onPress={make}
    >
      {course.document.title}
    </Button>
  );
}
