import { isPdf, SCALE_PRESETS, type Course, type Fault, type Source } from '@fidens/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useNow } from '@/data/now';
import { useAnswer, type Progress } from '@/model/one-worker';
import { pdf, syllabus, type SyllabusQuestion } from '@/model/syllabus/syllabus-question';
import { readKept, writeKept } from '@/storage/kept-state';
import type { Decisions } from './fact-words';

/** What is kept while a syllabus is looked through: leaving the page loses nothing. */
interface KeptReading {
  readonly text: string;
  readonly decisions: Decisions;
}

function kept(key: string): KeptReading | undefined {
  const value = readKept(key) as Partial<KeptReading> | undefined;
  return typeof value?.text === 'string' && typeof value.decisions === 'object' && value.decisions !== null
    ? { text: value.text, decisions: value.decisions }
    : undefined;
}

/** How a source is on its way to being a text. */
type Coming =
  | { readonly progress?: Progress }
  | { readonly faults: readonly Fault[] }
  | { readonly failed: true };

/**
 * A syllabus that came in: its text, what was decided of it, and what this makes.
 *
 * @param key - under which it is kept while it is looked through
 * @param course - the course for which it is a new version
 */
export function useSyllabus(key: string, course?: Course) {
  const near = useNow();
  const [reading, setReading] = useState(() => kept(key));
  const [coming, setComing] = useState<Coming>();
  const [source, setSource] = useState<Source>();
  const keep = (next: KeptReading | undefined) => {
    setReading(next);
    writeKept(key, next);
  };
  const latest = useRef<Source>(undefined);
  const start = (next: Source | undefined) => {
    latest.current = next;
    setSource(next);
    keep(undefined);
    setComing(next && {});
    if (!next) return;
    const one = 'files' in next ? next.files[0]! : next;
    const answer =
      'bytes' in one && isPdf(one.bytes)
        ? pdf.ask(one, (progress) => latest.current === next && setComing({ progress }))
        : syllabus.ask({ kind: 'text', source: one });
    answer.then(
      (said) => {
        // What came in before something newer is nobody's any more.
        if (latest.current !== next) return;
        if (said?.kind === 'refused') setComing({ faults: said.faults });
        if (said?.kind !== 'text') return;
        setComing(undefined);
        keep({ text: said.text, decisions: {} });
      },
      () => latest.current === next && setComing({ failed: true }),
    );
  };
  const question = useMemo<SyllabusQuestion | undefined>(
    () =>
      reading && {
        kind: 'read',
        ...reading,
        near,
        title: course?.title ?? 'A course from its syllabus',
        scale: course?.scale ?? SCALE_PRESETS[0]!.scale,
        ...(course && { course }),
      },
    [reading, near, course],
  );
  const { answered, hasFailed, retry } = useAnswer(syllabus, question);
  const answer =
    answered?.question.kind === 'read' && answered.question.text === reading?.text
      ? answered.answer
      : undefined;
  const read = answer?.kind === 'read' ? answer.read : undefined;
  return {
    source,
    coming,
    isReading: reading !== undefined && !read,
    hasFailed,
    retry,
    read,
    decisions: reading?.decisions ?? NONE,
    start,
    decide: (decisions: Decisions) => reading && keep({ ...reading, decisions }),
    /** Nothing of it is to be kept any more. */
    end: () => keep(undefined),
  };
}

const NONE: Decisions = {};

export type SyllabusReading = ReturnType<typeof useSyllabus>;

/** Brings an element into sight, a moment after what was pressed has done what it does. */
export function useShown(id: string | undefined): void {
  useEffect(() => {
    if (id !== undefined && typeof document !== 'undefined')
      document.getElementById(id)?.scrollIntoView?.({ block: 'center' });
  }, [id]);
}
