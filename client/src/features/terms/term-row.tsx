import { letterOf, officialText } from '@fidens/core';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { isOver, weekOf, type Term } from '@/data/term-days';
import { useDeleteTerm, useSaveTerm } from '@/data/terms';
import { compute } from '@/model/computed';
import { useGpas } from '@/model/term-gpa';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { LinkButton } from '@/ui/link-button';
import { Figure, Soft, WordChip, Wrong } from '@/ui/text';
import { dayText } from '@/wording/days';
import { topOutlook } from '@/wording/top-outlook';
import { plural } from '@/wording/words';
import { TermForm } from './term-form';

interface TermRowProps {
  term: Term;
  courses: readonly ShownCourse[];
  isCurrent: boolean;
  /** Moves it one place up or down; nothing where it is the first or last. */
  onUp: (() => void) | undefined;
  onDown: (() => void) | undefined;
}

/** A term with its courses' letters and its GPA, the way into it, and what can be done with it. */
export function TermRow({ term, courses, isCurrent, onUp, onDown }: TermRowProps) {
  const c = useColours();
  const now = useNow();
  const top = topOutlook.use();
  const save = useSaveTerm();
  const points = useGpas(courses).points[top];
  const when = [weekOf(term, now), !isCurrent && isOver(term, now) && 'over'].filter(Boolean).join(' · ');
  return (
    <View
      role="region"
      aria-label={term.name}
      style={{
        backgroundColor: c.card,
        borderColor: isCurrent ? c.primary : c.rule,
        borderWidth: isCurrent ? 1.5 : 1,
        borderRadius: 20,
        padding: SPACE.l,
        gap: SPACE.s,
      }}
    >
      <Row gap="s" align="baseline">
        <Text variant="titleMedium" role="heading" aria-level={3} style={{ flex: 1, minWidth: 0 }}>
          {term.name}
        </Text>
        {isCurrent && <WordChip tone="quiet">on now</WordChip>}
        {term.archived && <WordChip tone="pale">put away</WordChip>}
        {points !== undefined && <Figure>{points}</Figure>}
      </Row>
      <Soft>
        {[daysWords(term), when, courses.length === 0 ? 'no course yet' : lettersWords(courses, now)]
          .filter(Boolean)
          .join(' · ')}
      </Soft>
      <Row gap="xs" align="center" wrap>
        <LinkButton href={`/term/${term.id}`} label={`Open ${term.name}`}>
          Open
        </LinkButton>
        {onUp && (
          <Button compact accessibilityLabel={`Up, ${term.name}`} onPress={onUp}>
            Up
          </Button>
        )}
        {onDown && (
          <Button compact accessibilityLabel={`Down, ${term.name}`} onPress={onDown}>
            Down
          </Button>
        )}
        <Button
          compact
          accessibilityLabel={`${term.archived ? 'Take back' : 'Put away'}, ${term.name}`}
          onPress={() => save.mutate({ ...term, archived: !term.archived })}
        >
          {term.archived ? 'Take back' : 'Put away'}
        </Button>
      </Row>
      <Fold title={`Name and days of ${term.name}, or delete it`}>
        <TermForm
          key={`${term.name} ${term.startsOn} ${term.endsOn}`}
          label={term.name}
          button="Keep the term"
          term={term}
          busy={save.isPending}
          error={save.error}
          onKeep={(fields) => save.mutate({ ...term, ...fields })}
        />
        <DeleteTerm term={term} courses={courses} />
      </Fold>
    </View>
  );
}

function daysWords({ startsOn, endsOn }: Term): string | undefined {
  if (startsOn === null && endsOn === null) return undefined;
  const day = (text: string | null) => (text === null ? '…' : dayText(parseISO(text), 'year'));
  return `${day(startsOn)} to ${day(endsOn)}`;
}

/** "Coastal Ecology B+, Maritime Law A" */
function lettersWords(courses: readonly ShownCourse[], now: string): string {
  return courses
    .map(({ document }) => {
      const { outlooks, letters } = compute(document, now);
      const { official } = document;
      const letter = official ? officialText(official) : letterOf(outlooks.standing, letters)?.band.label;
      return [document.title, letter].filter(Boolean).join(' ');
    })
    .join(', ');
}

/** Deleting a term asks once more, and says what goes with it. */
function DeleteTerm({ term, courses }: Pick<TermRowProps, 'term' | 'courses'>) {
  const [isAsked, setIsAsked] = useState(false);
  const remove = useDeleteTerm();
  if (!isAsked)
    return (
      <Button style={{ alignSelf: 'flex-start' }} onPress={() => setIsAsked(true)}>
        {`Delete ${term.name}`}
      </Button>
    );
  return (
    <Stack gap="s" align="start" role="alert">
      <Soft>
        {term.name} goes
        {courses.length > 0 && `, with its ${plural(courses.length, 'course')} and all their scores`}. Until
        Fidens is closed, undo brings it back as it was.
      </Soft>
      <Row gap="s" wrap>
        <Button mode="contained" loading={remove.isPending} onPress={() => remove.mutate(term)}>
          {courses.length > 0 ? `Delete it with ${plural(courses.length, 'course')}` : 'Delete it'}
        </Button>
        <Button onPress={() => setIsAsked(false)}>Keep it</Button>
      </Row>
      {remove.error && <Wrong>{reasonOf(remove.error)}</Wrong>}
    </Stack>
  );
}
