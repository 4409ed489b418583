import { SCALE_PRESETS, type Course, type Source } from '@fidens/core';
import type { CourseOfList, NewCourses as Found, WeightOf } from '@fidens/core/reading';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useMemo, useState } from 'react';
import { Button } from 'react-native-paper';
import { SourceField } from '@/course-ui/source-field';
import { reasonOf } from '@/data/api';
import { useCreateCourse } from '@/data/courses';
import { scalesQuery } from '@/data/library';
import type { Term } from '@/data/term-days';
import { incoming } from '@/model/incoming/incoming-question';
import { useAnswer } from '@/model/one-worker';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { SelectField } from '@/ui/fields/select-field';
import { Soft, Wrong } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { plural } from '@/wording/words';
import { NewCourseRow } from './new-course-row';
import { ReadHow } from './read-how';
import { ReadingStates } from './reading-states';
import { useReading } from './use-reading';

/** Whatever comes in as new courses of a term: it is read, shown, put right, and kept when it is said so. */
export function NewCourses({ term }: { term: Term }) {
  const [weightOf, setWeightOf] = useState<WeightOf>();
  const { source, reading, refusal, start, setKinds, setPerson } = useReading(() => setWeightOf(undefined));
  const { scales, scale, scaleId, setScaleId } = useScaleChoice();
  const question = useMemo(
    () =>
      reading && {
        kind: 'new' as const,
        ...reading,
        title: titleOf(reading.source),
        scale,
        ...(weightOf && { weightOf }),
      },
    [reading, scale, weightOf],
  );
  const { answered, hasFailed, retry } = useAnswer(incoming, question);
  const answer = question && answered?.question.source === source ? answered?.answer : undefined;
  const found = answer?.kind === 'new' ? answer.answer : undefined;
  const made = useMemo(() => madeOf(found), [found]);
  const asked = found?.kind === 'lists' ? found.made.find((each) => each.weightOf)?.weightOf : undefined;
  return (
    <Stack gap="m">
      {refusal !== undefined && <Wrong>{refusal}</Wrong>}
      {!source && (
        <SourceField
          paste="Paste a table"
          what="a course or list"
          hint="A course file or rule sheet, a spreadsheet, a table, a calendar of due days, or the gradebook export of a school. It is known by its content; nothing is kept before you say so."
          onSource={start}
        />
      )}
      {source && <ReadingStates source={source} answer={answer} hasFailed={hasFailed} retry={retry} />}
      {found?.kind === 'lists' && (
        <>
          <ReadHow
            read={found.read}
            count={made.reduce((all, { pieces }) => all + pieces, 0)}
            onKinds={setKinds}
            onPerson={setPerson}
          />
          {asked && (
            <Choice
              label="What its weights are about"
              value={asked}
              options={[
                { value: 'category', label: 'Its weights are those of categories' },
                { value: 'piece', label: 'Its weights are those of pieces' },
              ]}
              onChange={setWeightOf}
            />
          )}
          {made.length > 0 && (
            <SelectField
              label="Scale of letters"
              shown="Scale of letters"
              value={scaleId}
              options={scales.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={setScaleId}
            />
          )}
        </>
      )}
      {made.length > 0 && <Adding key={made.length} made={made} term={term} />}
      {source && (
        <Button style={{ alignSelf: 'flex-start' }} onPress={() => start(undefined)}>
          Something else
        </Button>
      )}
    </Stack>
  );
}

function madeOf(found: Found | undefined): readonly CourseOfList[] {
  if (!found) return [];
  if (found.kind === 'lists') return found.made;
  return [{ course: found.course, pieces: 0, unclear: [] }];
}

/** What a course is called that comes in without a title: as its file is. */
function titleOf(source: Source): string {
  const name = 'files' in source && source.files.length === 1 ? source.files[0]!.name : '';
  return name.replace(/\.[^.]*$/, '').trim() || 'A course that came in';
}

/** The scales that a course can have which brings none: the student's own, and the common ones. */
function useScaleChoice() {
  const { data: own = [] } = useQuery(scalesQuery);
  const [scaleId, setScaleId] = useState(SCALE_PRESETS[0]!.id);
  const scales = [...SCALE_PRESETS, ...own];
  const { scale } = scales.find(({ id }) => id === scaleId) ?? SCALE_PRESETS[0]!;
  return { scales, scale, scaleId, setScaleId };
}

interface AddingProps {
  made: readonly CourseOfList[];
  term: Term;
}

/** The courses that would come in, and the button that keeps those that are chosen; what is kept already is not kept twice. */
function Adding({ made, term }: AddingProps) {
  const router = useRouter();
  const create = useCreateCourse();
  const [left, setLeft] = useState<ReadonlySet<number>>(new Set());
  const [titles, setTitles] = useState<ReadonlyMap<number, string>>(new Map());
  const [kept, setKept] = useState<ReadonlySet<number>>(new Set());
  const titleAt = (index: number) => titles.get(index) ?? made[index]!.course.title;
  const chosen = made.flatMap((_, index) => (left.has(index) || kept.has(index) ? [] : [index]));
  const isNamed = chosen.every((index) => titleAt(index).trim() !== '');
  const add = async () => {
    let last = '';
    try {
      for (const index of chosen) {
        const document: Course = { ...made[index]!.course, title: titleAt(index).trim() };
        last = (await create.mutateAsync({ termId: term.id, document })).id;
        setKept((before) => new Set(before).add(index));
      }
      router.push(chosen.length === 1 ? `/course/${last}/rules` : '/');
    } catch {
      // Told below; what was kept before it stays kept, and is not offered again.
    }
  };
  return (
    <Stack gap="m">
      {made.map((each, index) =>
        kept.has(index) ? (
          <Soft key={index}>
            {titleAt(index)} is in {term.name}.
          </Soft>
        ) : (
          <NewCourseRow
            key={index}
            made={each}
            title={titleAt(index)}
            isTaken={!left.has(index)}
            onTitle={(title) => setTitles(new Map(titles).set(index, title))}
            onTurn={() => setLeft(toggled(left, index))}
          />
        ),
      )}
      {create.error && <Wrong>{reasonOf(create.error)} The rest was not kept.</Wrong>}
      {chosen.length === 0 ? (
        <Soft>Nothing is chosen.</Soft>
      ) : (
        <Button
          mode="contained"
          style={{ alignSelf: 'flex-start' }}
          loading={create.isPending}
          disabled={!isNamed || create.isPending}
          onPress={() => void add()}
        >
          {`Add ${plural(chosen.length, 'course')} to ${term.name}`}
        </Button>
      )}
    </Stack>
  );
}
