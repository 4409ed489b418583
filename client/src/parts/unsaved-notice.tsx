import type { Course, Edit } from '@fidens/core';
import { find } from '@fidens/core';
import { useMutationState, useQueryClient } from '@tanstack/react-query';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { ApiError, reasonOf } from '../data/api';
import { CHANGE_KEY, CollisionError, takeBack, tryAgain, type FailedChange } from '../data/course-changes';
import { useStoredCourse } from '../data/courses';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';

/** Tells of changes that the server has not taken, and gives the ways on. Nothing typed is lost meanwhile. */
export function UnsavedNotice() {
  const failed = useMutationState<FailedChange>({
    filters: { mutationKey: CHANGE_KEY, status: 'error' },
    select: (mutation) => mutation as FailedChange,
  });
  const c = useColours();
  if (failed.length === 0) return null;
  return (
    <View role="alert" style={{ backgroundColor: c.askSoft, padding: SPACE.m, gap: SPACE.m }}>
      {failed.map((change) => (
        <FailedNotice key={change.mutationId} change={change} />
      ))}
    </View>
  );
}

function FailedNotice({ change }: { change: FailedChange }) {
  const client = useQueryClient();
  const c = useColours();
  const { error, variables } = change.state;
  const collides = error instanceof CollisionError;
  const course = useStoredCourse(variables!.courseId)?.document;
  return (
    <View style={{ gap: SPACE.xs }}>
      <Text variant="labelLarge" style={{ color: c.onAskSoft }}>
        {collides ? 'Changed on another device' : 'Not saved yet'}: {changeWords(course, variables!.edits)}
      </Text>
      <Text variant="bodyMedium" style={{ color: c.onAskSoft }}>
        {reasonWords(error)}
      </Text>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <Button mode="contained" compact onPress={() => tryAgain(client, change, collides)}>
          {collides ? 'Keep mine' : 'Try again'}
        </Button>
        <Button compact onPress={() => takeBack(client, change)}>
          {collides ? 'Keep theirs' : 'Take it back'}
        </Button>
      </View>
    </View>
  );
}

function changeWords(course: Course | undefined, edits: readonly Edit[]): string {
  const words = edits.map((edit) => {
    if (edit.op === 'course') return 'the course';
    if (edit.op === 'add') return edit.node.name;
    return (course && find(course, edit.id)?.node.name) ?? 'a piece';
  });
  return [...new Set(words)].join(', ');
}

function reasonWords(error: Error | null): string {
  if (error instanceof CollisionError) {
    return error.collisions
      .map(
        ({ name, field, theirs, mine }) =>
          `${name}, ${field}: there ${valueWords(theirs)}, here ${valueWords(mine)}.`,
      )
      .join(' ');
  }
  if (error instanceof ApiError && error.errors.length > 0) {
    return error.errors.map(({ at, message }) => `${at}: ${message}.`).join(' ');
  }
  const stays = error instanceof ApiError && error.mayPass;
  return `${reasonOf(error)}${stays ? ' It is kept in this browser, and sent again by itself.' : ''}`;
}

function valueWords(value: unknown): string {
  if (value === undefined || value === null) return 'nothing';
  if (typeof value === 'object') return Object.values(value).map(valueWords).join(' ');
  return String(value);
}
