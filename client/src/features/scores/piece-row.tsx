import type { Assessment, Part } from '@fidens/core';
import { memo, useRef, type ReactNode, type RefObject } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { SPACE } from '@/theme/layout';
import { TEXT_MEDIUM, TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { CheckBox } from '@/ui/fields/check-box';
import { Soon } from '@/ui/soon';
import { WordChip } from '@/ui/text';
import { useLatest } from '@/ui/hooks/use-latest';
import { dayWords, dueOf, number, percent, pieceState, scoreWords, type PieceState } from '@/wording/words';
import { EntryField, type EntryStep } from './entry-field';
import { PieceDetails } from './piece-details';

export interface PieceRowProps {
  course: ShownCourse;
  piece: Assessment;
  /** Its part in the standing; nothing where it is not counted. */
  part: Part | undefined;
  isOpen: boolean;
  onToggle: () => void;
  /** Goes on to the piece before or after it; where there is none, the field closes. */
  onStep?: (to: 'next' | 'previous') => void;
  /** How much of the course it is, in percent. */
  share?: string | undefined;
  /** Where it stands, in a list that is not by category. */
  place?: string | undefined;
  /** Whether it may turn out to be no work of this student's. */
  canBeOthers?: boolean;
  /** Where many are being chosen: a touch chooses it, and its field stays closed. */
  choice?: { isChosen: boolean; onChoose: () => void } | undefined;
}

/** What a row shows of a piece, in plain values: a row whose piece stays as it is need not be drawn again. */
export interface PieceLine {
  name: string;
  /** All of it, for a screen reader. */
  about: string;
  score: string;
  possible: string;
  percent: string;
  due: string;
  state: string;
  tone: PieceState['tone'];
  /** Whether the state is no more than the day on which it is due. */
  isDay: boolean;
  extra: boolean;
}

export function pieceLine({ piece, part, share, place }: PieceRowProps, now: string): PieceLine {
  const state = pieceState(piece, part, now);
  const value = part?.worth?.value;
  const due = dueOf(piece);
  return {
    name: piece.name,
    about: `${piece.name}: ${[
      piece.score ? scoreWords(piece) : 'no score',
      value && piece.score && !('percent' in piece.score) && `${percent(value)}%`,
      // "4 d" is short for the eye alone.
      state?.words.replace(/ d$/, state.words.endsWith(' 1 d') ? ' day' : ' days'),
      share && `${share}% of the course`,
      place,
    ]
      .filter(Boolean)
      .join(', ')}`,
    score: scoreWords(piece),
    possible: number(piece.possible),
    percent: value && piece.score ? percent(value) : '',
    due: due === undefined ? '' : dayWords(due),
    state: state?.words ?? '',
    tone: state?.tone ?? 'plain',
    isDay: state?.isDay ?? false,
    extra: piece.extraCredit ?? false,
  };
}

/** What a row's button is and says: it chooses the piece, or opens the field for its score. */
export function rowButton(about: string, isOpen: boolean, isChosen: boolean | undefined) {
  return isChosen === undefined
    ? ({ role: 'button', 'aria-expanded': isOpen, 'aria-label': `${about}. Record a score` } as const)
    : ({ role: 'checkbox', 'aria-checked': isChosen, 'aria-label': `Choose ${about}` } as const);
}

/** Leaves a row's field for where the entry leads: the piece beside it, or back to the row's button. */
export function useEntryDone({ onToggle, onStep }: PieceRowProps) {
  const button = useRef<{ focus: () => void }>(null);
  const done = (to: EntryStep) => {
    if (to !== 'back' && onStep) return onStep(to);
    onToggle();
    button.current?.focus();
  };
  return { button, done };
}

/** One piece: a touch opens the field for its score right there. */
export function PieceRow(props: PieceRowProps) {
  const { course, piece, part, share, place, choice, isOpen, onToggle, canBeOthers = false } = props;
  const { button, done } = useEntryDone(props);
  const now = useNow();
  const press = useLatest(choice?.onChoose ?? onToggle);
  return (
    <FramedLine
      {...pieceLine(props, now)}
      button={button}
      isOpen={isOpen}
      isChosen={choice?.isChosen}
      share={share}
      place={place}
      press={press}
    >
      {isOpen && !choice && (
        <View style={{ paddingBottom: SPACE.m, gap: SPACE.s }}>
          <EntryField course={course} piece={piece} onDone={done} canBeOthers={canBeOthers} />
          <Soon>
            <PieceDetails course={course} piece={piece} part={part} />
          </Soon>
        </View>
      )}
    </FramedLine>
  );
}

/** A row with its frame: as long as it is closed and shows the same, none of it is drawn again. */
const FramedLine = memo(function FramedLine({ children, ...line }: LineProps & { children: ReactNode }) {
  return (
    <RowFrame isOpen={line.isOpen} isChosen={line.isChosen ?? false}>
      <Line {...line} />
      {children}
    </RowFrame>
  );
});

interface LineProps extends PieceLine {
  button: RefObject<{ focus: () => void } | null>;
  isOpen: boolean;
  /** Nothing where none are being chosen. */
  isChosen: boolean | undefined;
  share: string | undefined;
  place: string | undefined;
  press: () => void;
}

const Line = memo(function Line({ button, isOpen, isChosen, share, place, press, ...line }: LineProps) {
  const c = useColours();
  const due = !line.isDay && line.due !== '' && `due ${line.due}`;
  const under = [place, share && `${share}% of the course`, due, line.extra && 'extra credit']
    .filter(Boolean)
    .join(' · ');
  const quiet = isQuiet(line);
  return (
    <Pressable
      ref={button as never}
      {...rowButton(line.about, isOpen, isChosen)}
      onPress={press}
      style={{
        minHeight: 52,
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.m,
        paddingVertical: SPACE.s,
      }}
    >
      {isChosen !== undefined && <CheckBox isChecked={isChosen} />}
      <View style={{ flex: 1, minWidth: 0 }}>
        <Text
          variant="bodyMedium"
          style={{ color: quiet ? c.soft : c.ink, fontFamily: isOpen ? TEXT_STRONG : undefined }}
        >
          {line.name}
        </Text>
        {under !== '' && (
          <Text variant="bodySmall" style={{ color: c.soft }}>
            {under}
          </Text>
        )}
      </View>
      <View style={{ alignItems: 'flex-end' }}>
        <Text variant="bodyMedium" style={{ color: quiet ? c.soft : c.ink, fontFamily: TEXT_MEDIUM }}>
          {line.score === '—' ? `— / ${line.possible}` : line.score}
        </Text>
        {line.percent !== '' && (
          <Text variant="bodySmall" style={{ color: c.soft }}>
            {line.percent}%
          </Text>
        )}
      </View>
      <View style={{ width: 112, alignItems: 'flex-end' }}>
        <StateMark {...line} />
      </View>
    </Pressable>
  );
});

/** What sets off a row that is worked in, or chosen. */
export function RowFrame({
  isOpen,
  isChosen,
  children,
}: {
  isOpen: boolean;
  isChosen: boolean;
  children: ReactNode;
}) {
  const c = useColours();
  return (
    <View
      style={{
        borderTopWidth: 1,
        borderColor: c.rule,
        backgroundColor: isOpen || isChosen ? c.tint : 'transparent',
        borderRadius: isOpen ? 16 : 0,
        marginHorizontal: isOpen ? -SPACE.s : 0,
        paddingHorizontal: isOpen ? SPACE.s : 0,
      }}
    >
      {children}
    </View>
  );
}

/** A piece's state: plain where nothing is to be said but a day, else a word in a shape. */
export function StateMark({ state, tone }: Pick<PieceLine, 'state' | 'tone'>) {
  const c = useColours();
  if (state === '') return null;
  if (tone !== 'plain') return <WordChip tone={tone}>{state}</WordChip>;
  return (
    <Text variant="bodySmall" style={{ color: c.soft }}>
      {state}
    </Text>
  );
}

/** Whether a piece stands back from the others: what has no part in the grade now. */
export function isQuiet({ state, tone }: Pick<PieceLine, 'state' | 'tone'>): boolean {
  return tone === 'quiet' && state !== 'waiting';
}
