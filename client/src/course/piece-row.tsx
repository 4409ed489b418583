import type { Assessment, Part } from '@fidens/core';
import { useRef, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { StoredCourse } from '../data/courses';
import { useNow } from '../data/session';
import { CheckBox } from '../parts/check-box';
import { EntryField, type EntryStep } from '../parts/entry-field';
import { WordChip } from '../parts/words';
import { SPACE } from '../theme/layout';
import { TEXT_MEDIUM, TEXT_STRONG, useColours } from '../theme/paper-theme';
import { PieceDetails } from './piece-details';
import { number, percent, pieceState, scoreWords, type PieceState } from './words';

export interface PieceRowProps {
  course: StoredCourse;
  piece: Assessment;
  /** Its part in the standing; nothing where it is not counted. */
  part: Part | undefined;
  isOpen: boolean;
  onToggle: () => void;
  /** Goes on to the piece before or after it; where there is none, the field closes. */
  onStep?: (to: 'next' | 'previous') => void;
  /** How much of the course it is, in points of 100. */
  share?: string | undefined;
  /** Where it stands, in a list that is not by category. */
  place?: string | undefined;
  /** Whether it may turn out to be no work of this student's. */
  canBeOthers?: boolean;
  /** Where many are being chosen: a touch chooses it, and its field stays closed. */
  choice?: { isChosen: boolean; onChoose: () => void } | undefined;
}

/** What a row's button does and says: it chooses the piece, or opens the field for its score. */
export function rowButton({ piece, place, isOpen, onToggle, choice }: PieceRowProps, state?: PieceState) {
  const about = `${piece.name}: ${scoreWords(piece)}${state ? `, ${state.words}` : ''}${place ? `, ${place}` : ''}`;
  return choice
    ? ({
        role: 'checkbox',
        'aria-checked': choice.isChosen,
        'aria-label': `Choose ${about}`,
        onPress: choice.onChoose,
      } as const)
    : ({
        role: 'button',
        'aria-expanded': isOpen,
        'aria-label': `${about}. Record a score`,
        onPress: onToggle,
      } as const);
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
  const { course, piece, part, share, place, choice, isOpen, canBeOthers = false } = props;
  const { button, done } = useEntryDone(props);
  const c = useColours();
  const now = useNow();
  const state = pieceState(piece, part, now);
  const value = part?.worth?.value;
  const under = [place, share && `${share} of 100`, piece.extraCredit && 'extra credit']
    .filter(Boolean)
    .join(' · ');
  const quiet = isQuiet(state);
  return (
    <RowFrame isOpen={isOpen} isChosen={choice?.isChosen ?? false}>
      <Pressable
        ref={button as never}
        {...rowButton(props, state)}
        style={{
          minHeight: 52,
          flexDirection: 'row',
          alignItems: 'center',
          gap: SPACE.m,
          paddingVertical: SPACE.s,
        }}
      >
        {choice && <CheckBox isChecked={choice.isChosen} />}
        <View style={{ flex: 1, minWidth: 0 }}>
          <Text
            variant="bodyMedium"
            numberOfLines={2}
            style={{ color: quiet ? c.soft : c.ink, fontFamily: isOpen ? TEXT_STRONG : undefined }}
          >
            {piece.name}
          </Text>
          {under !== '' && (
            <Text variant="bodySmall" numberOfLines={3} style={{ color: c.soft }}>
              {under}
            </Text>
          )}
        </View>
        <View style={{ alignItems: 'flex-end' }}>
          <Text variant="bodyMedium" style={{ color: quiet ? c.soft : c.ink, fontFamily: TEXT_MEDIUM }}>
            {piece.score ? scoreWords(piece) : `— / ${number(piece.possible)}`}
          </Text>
          {value && piece.score && (
            <Text variant="bodySmall" style={{ color: c.soft }}>
              {percent(value)}%
            </Text>
          )}
        </View>
        <View style={{ width: 112, alignItems: 'flex-end' }}>
          <StateMark state={state} />
        </View>
      </Pressable>
      {isOpen && !choice && (
        <View style={{ paddingBottom: SPACE.m }}>
          <EntryField course={course} piece={piece} onDone={done} canBeOthers={canBeOthers} />
          <PieceDetails course={course} piece={piece} part={part} />
        </View>
      )}
    </RowFrame>
  );
}

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
export function StateMark({ state }: { state: PieceState | undefined }) {
  const c = useColours();
  if (!state) return null;
  if (state.tone !== 'plain') return <WordChip tone={state.tone}>{state.words}</WordChip>;
  return (
    <Text variant="bodySmall" style={{ color: c.soft }}>
      {state.words}
    </Text>
  );
}

/** Whether a piece stands back from the others: what has no part in the grade now. */
export function isQuiet(state: PieceState | undefined): boolean {
  return state?.tone === 'quiet' && state.words !== 'waiting';
}
