import { find, type Collision, type Course, type Edit } from '@fidens/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { ApiError, reasonOf } from '@/data/api';
import { useCourse } from '@/data/courses';
import { isTold, type Waiting } from '@/data/sync/change-queue';
import { giveUp, keepMine, keepTheirs, takeBackLast, tryAgain } from '@/data/sync/course-changes';
import { changeQueue, useWaiting } from '@/data/sync/queue';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';

/** Tells of changes that the server has not taken, course by course, and gives the ways on. Nothing typed is lost meanwhile. */
export function UnsavedNotice() {
  const c = useColours();
  const waiting = useWaiting();
  const courses = [...new Set(waiting.map(({ change }) => change.courseId))];
  const stopped = courses.flatMap((courseId) => {
    const own = waiting.filter(({ change }) => change.courseId === courseId);
    return isTold(own[0]!) ? [own] : [];
  });
  if (stopped.length === 0) return null;
  return (
    <View role="alert" style={{ backgroundColor: c.askSoft, padding: SPACE.m, gap: SPACE.m }}>
      {stopped.map((own) => (
        <Stopped key={own[0]!.change.courseId} own={own} />
      ))}
    </View>
  );
}

/** One course's changes that do not get through: what stands at the head of them, and what it takes. */
function Stopped({ own }: { own: readonly Waiting[] }) {
  const [first, ...behind] = own as [Waiting, ...Waiting[]];
  const { trouble, change } = first;
  const course = useCourse(change.courseId).data?.document;
  if (trouble?.kind === 'asks') return <Question own={own} collisions={trouble.collisions} course={course} />;
  if (trouble?.kind === 'refused') {
    return (
      <Told
        title={`Not saved: ${changeWords(course, [first])}`}
        reason={`${refusalWords(trouble.error)}${behindWords(behind, course)}`}
      >
        <Button mode="contained" compact onPress={() => tryAgain(first)}>
          Try again
        </Button>
        <Button compact onPress={() => giveUp(first)}>
          Take it back
        </Button>
      </Told>
    );
  }
  return <OutOfReach own={own} error={trouble!.error} course={course} />;
}

function OutOfReach({
  own,
  error,
  course,
}: {
  own: readonly Waiting[];
  error: ApiError;
  course: Course | undefined;
}) {
  const client = useQueryClient();
  return (
    <Told
      title={`Not saved yet: ${changeWords(course, own)}`}
      reason={`${reasonOf(error)} It is kept in this browser, and sent again by itself.`}
    >
      <Button mode="contained" compact onPress={() => changeQueue().retry()}>
        Try again
      </Button>
      <Button compact onPress={() => takeBackLast(client, own[0]!.change.courseId)}>
        {own.length === 1 ? 'Take it back' : 'Take the last back'}
      </Button>
    </Told>
  );
}

interface QuestionProps {
  own: readonly Waiting[];
  collisions: readonly Collision[];
  course: Course | undefined;
}

/** What two devices have written to the same: the student says which of the two it is. */
function Question({ own, collisions, course }: QuestionProps) {
  const client = useQueryClient();
  const [failed, setFailed] = useState<unknown>();
  const [first, ...behind] = own as [Waiting, ...Waiting[]];
  const names = [...new Set(collisions.map(({ name }) => name))].join(', ');
  return (
    <Told
      title={`Changed on another device: ${names}`}
      reason={[
        ...collisions.map((collision) => collisionWords(collision, own, course)),
        failed !== undefined && reasonOf(failed),
      ]
        .filter(Boolean)
        .join(' ')
        .concat(behindWords(behind, course))}
    >
      <Button mode="contained" compact onPress={() => void keepMine(client, first).catch(setFailed)}>
        Keep mine
      </Button>
      <Button compact onPress={() => keepTheirs(first)}>
        Keep theirs
      </Button>
    </Told>
  );
}

function Told({ title, reason, children }: { title: string; reason: string; children: ReactNode }) {
  const c = useColours();
  return (
    <Stack gap="xs">
      <Text variant="labelLarge" style={{ color: c.onAskSoft }}>
        {title}
      </Text>
      <Text variant="bodyMedium" style={{ color: c.onAskSoft }}>
        {reason}
      </Text>
      <Row gap="s" wrap>
        {children}
      </Row>
    </Stack>
  );
}

/** What changes are about, by name. */
function changeWords(course: Course | undefined, waiting: readonly Waiting[]): string {
  const words = waiting.flatMap(({ change }) =>
    change.edits.map((edit) => {
      if (edit.op === 'course') return 'the course';
      if (edit.op === 'add') return edit.node.name;
      return (course && find(course, edit.id)?.node.name) ?? seenName(change.seen, edit.id) ?? 'a piece';
    }),
  );
  const names = [...new Set(words)];
  const [most, more] = [names.slice(0, 4), names.length - 4];
  return `${most.join(', ')}${more > 0 ? ` and ${more} more` : ''}`;
}

/** The name of what is deleted already here, as it was seen. */
function seenName(seen: readonly Edit[], id: string): string | undefined {
  const back = seen.find((edit) => edit.op === 'add' && edit.node.id === id);
  return back?.op === 'add' ? back.node.name : undefined;
}

function behindWords(behind: readonly Waiting[], course: Course | undefined): string {
  return behind.length === 0
    ? ''
    : ` What was changed after it waits for that: ${changeWords(course, behind)}.`;
}

/** A collision in words, with what is wanted here in the end, however often it was changed since. */
function collisionWords(collision: Collision, own: readonly Waiting[], course: Course | undefined): string {
  const { name } = collision;
  switch (collision.kind) {
    case 'field': {
      const mine = wantedInTheEnd(own, collision.id, collision.field);
      return `${name}, ${collision.field}: there ${valueWords(collision.theirs)}, here ${valueWords(mine)}.`;
    }
    case 'gone':
      return `${name} was deleted there. Keep mine puts it back with what you changed.`;
    case 'deleted':
      return `${name} was changed there, and is deleted here.`;
    case 'moved': {
      const place = (id: string) => (course && find(course, id)?.node.name) ?? 'another category';
      return `${name}: there moved to ${place(collision.theirs)}, here to ${place(collision.mine)}.`;
    }
  }
}

function wantedInTheEnd(own: readonly Waiting[], id: string | undefined, field: string): unknown {
  let wanted: unknown;
  for (const { change } of own)
    for (const edit of change.edits) {
      if (edit.op !== 'set' && edit.op !== 'course') continue;
      if ((edit.op === 'set' ? edit.id : undefined) !== id) continue;
      if (field in edit.set) wanted = (edit.set as Record<string, unknown>)[field];
      else if ((edit.unset as readonly string[] | undefined)?.includes(field)) wanted = undefined;
    }
  return wanted;
}

function refusalWords(error: Error): string {
  if (error instanceof ApiError && error.errors.length > 0)
    return error.errors.map(({ at, message }) => `${at}: ${message}.`).join(' ');
  return reasonOf(error);
}

function valueWords(value: unknown): string {
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'object') return Object.values(value).map(valueWords).join(' ');
  return typeof value === 'string' ? value : JSON.stringify(value);
}
