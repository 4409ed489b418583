import { applyEdits, setting, type Assessment, type Edit } from '@fidens/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { remember } from '@/data/undo';
import { compute } from '@/model/computed';
import { makeChange } from '@/model/use-change';
import { ChangeRow } from '@/ui/change-row';
import { Choice } from '@/ui/fields/choice';
import { Panel } from '@/ui/panel';
import { Soft } from '@/ui/text';
import { gradeLine, plural } from '@/wording/words';

/** A piece of a course, by both ids. */
export function keyOf({ course, piece }: { course: ShownCourse; piece: Assessment }): string {
  return `${course.id} ${piece.id}`;
}

/** What can be decided of a piece that has no score. */
export const DECISIONS = [
  {
    value: 'missing',
    label: 'Missing',
    edit: (id: string) => setting(id, { status: 'missing', score: undefined }),
  },
  {
    value: 'excused',
    label: 'Excused',
    edit: (id: string) => setting(id, { status: 'excused', score: undefined }),
  },
  {
    value: 'waiting',
    label: 'Waiting',
    edit: (id: string) => setting(id, { status: 'awaiting', score: undefined }),
  },
  { value: 'not mine', label: 'Not mine', edit: (id: string) => setting(id, { counted: false }) },
] as const;

interface DecideManyProps {
  ends: readonly { readonly course: ShownCourse; readonly piece: Assessment }[];
  onDone: () => void;
}

/** One decision for many pieces, with what it does to each course before it is made. */
export function DecideMany({ ends, onDone }: DecideManyProps) {
  const now = useNow();
  const client = useQueryClient();
  const [decision, setDecision] = useState<(typeof DECISIONS)[number]['value']>('missing');
  const { label, edit } = DECISIONS.find(({ value }) => value === decision)!;
  const byCourse = new Map<string, { course: ShownCourse; edits: Edit[] }>();
  for (const { course, piece } of ends) {
    const known = byCourse.get(course.id) ?? { course, edits: [] };
    known.edits.push(edit(piece.id));
    byCourse.set(course.id, known);
  }
  const changes = [...byCourse.values()].flatMap(({ course, edits }) => {
    const after = applyEdits(course.document, edits);
    return after.ok ? [{ course, edits, after }] : [];
  });
  const decide = () => {
    const ways = changes.flatMap(
      ({ course, edits }) => makeChange(client, course.id, course.document, edits) ?? [],
    );
    const all = (way: 'undo' | 'redo') => () =>
      ways
        .map((step) => step[way]())
        .filter(Boolean)
        .join(' ') || undefined;
    remember(
      {
        done: `${plural(ends.length, 'piece')}: ${label.toLowerCase()}`,
        undo: all('undo'),
        redo: all('redo'),
      },
      true,
    );
    onDone();
  };
  return (
    <Panel label="Decide many at once" tone="primary" sticky>
      <Soft>{ends.length === 0 ? 'Choose what is to be decided together.' : `${ends.length} chosen`}</Soft>
      <Choice label="What they are" value={decision} options={DECISIONS} onChange={setDecision} />
      {changes.map(({ course, after }) => (
        <ChangeRow
          key={course.id}
          label={course.document.title}
          before={standingText(course.document, now)}
          after={standingText(after.course, now)}
        />
      ))}
      <Button
        mode="contained"
        style={{ alignSelf: 'flex-start' }}
        disabled={ends.length === 0}
        onPress={decide}
      >
        {label} for {plural(ends.length, 'piece')}
      </Button>
    </Panel>
  );
}

function standingText(document: ShownCourse['document'], now: string): string {
  const { outlooks, letters } = compute(document, now);
  return gradeLine(outlooks.standing, letters);
}
