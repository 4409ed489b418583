import { find, setting, type Assessment, type Course, type Scale } from '@fidens/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import type { ReactElement } from 'react';
import { PaperProvider } from 'react-native-paper';
import type { StoredCourse } from '@/data/answers';
import { scalesQuery } from '@/data/library';
import { sessionQuery } from '@/data/session';
import { ChangeQueue } from '@/data/sync/change-queue';
import type { PendingChange } from '@/data/sync/pending';
import { setChangeQueue } from '@/data/sync/queue';
import { ScaleEditor } from '@/features/scales/scale-editor';
import { EntryField } from '@/features/scores/entry-field';
import { LIGHT_THEME } from '@/theme/paper-theme';
import { KeptField } from '@/ui/fields/kept-field';
import { course, stored } from '../sample';

let made: PendingChange[];

beforeEach(() => {
  jest.useFakeTimers();
  globalThis.addEventListener ??= () => undefined;
  globalThis.removeEventListener ??= () => undefined;
  made = [];
  setChangeQueue(
    new ChangeQueue({
      send: () => new Promise(() => undefined),
      keep: (change) => made.push(change),
      drop: () => undefined,
      done: () => undefined,
    }),
  );
});
afterEach(() => jest.useRealTimers());

function client(): QueryClient {
  const queries = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
  queries.setQueryData(sessionQuery.queryKey, {
    student: null,
    sampleAvailable: false,
    mailAvailable: false,
  });
  queries.setQueryData(scalesQuery.queryKey, []);
  return queries;
}

const known = client();
afterAll(() => known.clear());
const framed = (element: ReactElement) => (
  <QueryClientProvider client={known}>
    <PaperProvider theme={LIGHT_THEME} settings={{ icon: () => null }}>
      {element}
    </PaperProvider>
  </QueryClientProvider>
);

describe('a field that keeps itself', () => {
  const kept: string[] = [];
  let refusal: string | undefined;
  beforeEach(() => {
    kept.length = 0;
    refusal = undefined;
  });
  const field = (value: string) =>
    framed(
      <KeptField
        label="Weight of Logs"
        shown="Weight"
        value={value}
        fault={(text) => (/^\d*(\.\d+)?$/.test(text) ? undefined : 'A number.')}
        onKeep={(text) => {
          kept.push(text);
          return refusal;
        }}
        style={{}}
        numeric
      />,
    );
  const input = () => screen.getByLabelText('Weight of Logs');

  it('that was opened and left alone keeps nothing, and shows what has come into force since', () => {
    render(field('15'));
    fireEvent(input(), 'focus');
    screen.rerender(field('20'));
    fireEvent(input(), 'blur');
    expect(kept).toEqual([]);
    expect(input().props.value).toBe('20');
  });

  it('keeps what was typed once; after an undo it keeps nothing again', () => {
    render(field('15'));
    fireEvent.changeText(input(), '20');
    fireEvent(input(), 'blur');
    screen.rerender(field('20'));
    screen.rerender(field('15'));
    fireEvent(input(), 'blur');
    expect(kept).toEqual(['20']);
    expect(input().props.value).toBe('15');
  });

  it('takes the same value in another text for what it is', () => {
    render(field('8'));
    fireEvent.changeText(input(), '08,0');
    fireEvent(input(), 'blur');
    expect(kept).toEqual([]);
    expect(input().props.value).toBe('8');
  });

  it('that is refused stays as typed, says why, and is tried again', () => {
    refusal = 'The course would have no weights left';
    render(field('15'));
    fireEvent.changeText(input(), '0');
    fireEvent(input(), 'blur');
    expect(screen.getByText('The course would have no weights left')).toBeTruthy();
    expect(input().props.value).toBe('0');
    refusal = undefined;
    fireEvent(input(), 'blur');
    expect(kept).toEqual(['0', '0']);
    expect(screen.queryByText('The course would have no weights left')).toBeNull();
  });

  it('says what has come into force while something else is being typed', () => {
    render(field('15'));
    fireEvent.changeText(input(), '30');
    screen.rerender(field('20'));
    expect(screen.getByText(/It has become “20” meanwhile/)).toBeTruthy();
    expect(input().props.value).toBe('30');
  });
});

describe('the field for a score', () => {
  const entry = (shown: StoredCourse, id: string) =>
    framed(
      <EntryField
        course={shown}
        piece={find(shown.document, id)!.node as Assessment}
        onDone={() => undefined}
      />,
    );
  const withScore = (document: Course, points: string): Course => ({
    ...document,
    root: {
      ...document.root,
      children: document.root.children.map((child) =>
        child.id === 'two'
          ? { ...(child as Assessment), status: 'scored' as const, score: { points } }
          : child,
      ),
    },
  });
  const input = () => screen.getByLabelText('Score of Two');

  it('that was not typed in erases nothing that another device has recorded meanwhile', () => {
    render(entry(stored(course()), 'two'));
    screen.rerender(entry(stored(withScore(course(), '7'), 2), 'two'));
    expect(input().props.value).toBe('7');
    fireEvent(input(), 'submitEditing');
    screen.unmount();
    expect(made).toEqual([]);
  });

  it('carries what was seen when the typing began, so that the server can ask', () => {
    render(entry(stored(course()), 'two'));
    fireEvent.changeText(input(), '5');
    screen.rerender(entry(stored(withScore(course(), '7'), 2), 'two'));
    expect(input().props.value).toBe('5');
    fireEvent(input(), 'submitEditing');
    expect(made).toMatchObject([
      {
        edits: [setting('two', { status: 'scored', score: { points: '5' } })],
        seen: [{ op: 'set', id: 'two', unset: ['status', 'score'] }],
      },
    ]);
  });

  it('takes the teacher’s whole where nobody has said one', () => {
    render(entry(stored(course({ possible: '100', presumed: true })), 'two'));
    fireEvent.changeText(input(), '8/10');
    fireEvent(input(), 'submitEditing');
    expect(made[0]!.edits).toEqual([
      {
        op: 'set',
        id: 'two',
        set: { status: 'scored', score: { points: '8' }, possible: '10' },
        unset: ['presumed'],
      },
    ]);
  });

  it('asks where another whole was chosen, and stores nothing before it is answered', () => {
    render(entry(stored(course({ possible: '20' })), 'two'));
    fireEvent.changeText(input(), '8/10');
    fireEvent(input(), 'submitEditing');
    expect(made).toEqual([]);
    fireEvent.press(screen.getByText('80% of 20: 16'));
    expect(made[0]!.edits).toEqual([setting('two', { status: 'scored', score: { percent: '80' } })]);
  });
});

describe('a grading scale', () => {
  const letters: Scale = {
    bands: [
      { label: 'A', from: '93' },
      { label: 'B', from: '83' },
      { label: 'C', from: '73' },
      { label: 'F', from: '0' },
    ],
  };
  const set: Scale[] = [];
  const editor = (scale: Scale) =>
    framed(<ScaleEditor of="course c1" scale={scale} set={(next) => void set.push(next)} />);
  const type = (letter: string, from: string) => {
    fireEvent.changeText(screen.getByLabelText(`Cut-off of ${letter}`), from);
    fireEvent(screen.getByLabelText(`Cut-off of ${letter}`), 'blur');
  };

  it('is typed from the top down, and kept as soon as it is right as a whole', () => {
    set.length = 0;
    render(editor(letters));
    type('A', '80');
    expect(set).toEqual([]);
    expect(screen.getByText('Until then it is A from 93 · B from 83 · C from 73 · F from 0.')).toBeTruthy();
    expect(screen.getByText(/must be below the band before it/)).toBeTruthy();
    type('B', '65');
    expect(set).toEqual([]);
    type('C', '50');
    expect(set).toEqual([
      {
        bands: [
          { label: 'A', from: '80' },
          { label: 'B', from: '65' },
          { label: 'C', from: '50' },
          letters.bands[3],
        ],
      },
    ]);
    act(() => screen.rerender(editor(set[0]!)));
    expect(screen.queryByText('The scale is not kept yet')).toBeNull();
  });

  it('that is not right yet is discarded as a whole, and shows what is in force', () => {
    set.length = 0;
    render(editor(letters));
    type('A', '80');
    fireEvent.press(screen.getByText('Discard what was typed'));
    expect(screen.getByLabelText('Cut-off of A').props.value).toBe('93');
    expect(set).toEqual([]);
  });
});
