import { memo, useState, type ReactNode, type RefObject } from 'react';
import { Pressable, View, type StyleProp, type ViewStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { PieceFacts } from '@/course-ui/piece-facts';
import { Refused, useRecordEdit } from '@/course-ui/record-edit';
import { useNow } from '@/data/now';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_MEDIUM, TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { CheckBox } from '@/ui/fields/check-box';
import { Soon } from '@/ui/soon';
import { useLatest } from '@/ui/hooks/use-latest';
import { number } from '@/wording/words';
import { EntryField } from './entry-field';
import { PieceDetails } from './piece-details';
import {
  isQuiet,
  pieceLine,
  rowButton,
  RowFrame,
  StateMark,
  useEntryDone,
  type PieceLine,
  type PieceRowProps,
} from './piece-row';

/** How high the fields of a piece's facts are in one line: their room is kept, so that the score's field stays where it stands. */
const FACTS = 50;

const WIDTHS = { score: 62, possible: 48, percent: 54, share: 46, due: 56, state: 106 } as const;
type Column = keyof typeof WIDTHS;
/** A cell that can be changed where it stands. */
type Pressed = 'score' | 'possible';

const HEADS: readonly (readonly [Column, string])[] = [
  ['score', 'Score'],
  ['possible', 'of'],
  ['percent', '%'],
  ['share', 'Share'],
  ['due', 'Due'],
  ['state', ''],
];

/** What stands over the columns. Each cell that can be changed says what it is by itself. */
export function ScoreTableHead({ isChoosing }: { isChoosing: boolean }) {
  const c = useColours();
  return (
    <View
      aria-hidden
      style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-end', paddingTop: SPACE.s }}
    >
      {isChoosing && <View style={{ width: 20 }} />}
      <View style={{ flex: 1 }} />
      {HEADS.map(([column, text]) => (
        <Text
          key={column}
          variant="bodySmall"
          style={{ width: WIDTHS[column], textAlign: 'right', color: c.soft }}
        >
          {text}
        </Text>
      ))}
    </View>
  );
}

/** One piece in a line of a table; a cell that is pressed is changed right there. */
export function ScoreTableRow(props: PieceRowProps) {
  const { course, piece, part, share, place, choice, isOpen, onToggle } = props;
  const { button, done } = useEntryDone(props);
  const { edit, refused } = useRecordEdit(course);
  const now = useNow();
  /** The cell that was pressed. */
  const [pressed, setPressed] = useState<Pressed>('score');
  const press = useLatest((cell: Pressed) => {
    if (choice) return choice.onChoose();
    setPressed(cell);
    onToggle();
  });
  if (isOpen && !choice) {
    return (
      <RowFrame isOpen isChosen={false}>
        <View style={{ gap: SPACE.m, paddingVertical: SPACE.m }}>
          <View style={{ minHeight: FACTS }}>
            <Soon now={pressed === 'possible'}>
              <PieceFacts
                course={course.document}
                piece={piece}
                edit={edit}
                focusPossible={pressed === 'possible'}
              />
            </Soon>
          </View>
          <Refused>{refused}</Refused>
          <EntryField
            course={course}
            piece={piece}
            autoFocus={pressed === 'score'}
            onDone={(to) => {
              setPressed('score');
              done(to);
            }}
          />
          <Soon>
            <PieceDetails course={course} piece={piece} part={part} hasFacts />
          </Soon>
        </View>
      </RowFrame>
    );
  }
  return (
    <TableLine
      {...pieceLine(props, now)}
      button={button}
      points={scoreText(piece)}
      isChosen={choice?.isChosen}
      share={share}
      place={place}
      press={press}
    />
  );
}

interface TableLineProps extends PieceLine {
  button: RefObject<{ focus: () => void } | null>;
  /** The score alone. */
  points: string;
  /** Nothing where none are being chosen. */
  isChosen: boolean | undefined;
  share: string | undefined;
  place: string | undefined;
  press: (cell: Pressed) => void;
}

const TableLine = memo(function TableLine({
  button,
  points,
  isChosen,
  share,
  place,
  press,
  ...line
}: TableLineProps) {
  const c = useColours();
  const quiet = isQuiet(line);
  const isChoosing = isChosen !== undefined;
  const under = [place, line.extra && 'extra credit'].filter(Boolean).join(' · ');
  return (
    <RowFrame isOpen={false} isChosen={isChosen ?? false}>
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center', minHeight: TOUCH }}>
        <Pressable
          ref={button as never}
          {...rowButton(line.about, false, isChosen)}
          onPress={() => press('score')}
          style={{
            flex: 1,
            minWidth: 0,
            minHeight: TOUCH,
            flexDirection: 'row',
            alignItems: 'center',
            gap: SPACE.s,
          }}
        >
          {isChoosing && <CheckBox isChecked={isChosen} />}
          <View style={{ flex: 1, minWidth: 0 }}>
            <Text variant="bodyMedium" style={{ color: quiet ? c.soft : c.ink }}>
              {line.name}
            </Text>
            {under !== '' && (
              <Text variant="bodySmall" style={{ color: c.soft }}>
                {under}
              </Text>
            )}
          </View>
        </Pressable>
        <Cell
          column="score"
          press={isChoosing ? undefined : () => press('score')}
          label={`Change the score: ${line.name}`}
        >
          <Text
            variant="bodyMedium"
            style={{ color: quiet ? c.soft : c.ink, fontFamily: points === '—' ? TEXT_MEDIUM : TEXT_STRONG }}
          >
            {points}
          </Text>
        </Cell>
        <Cell
          column="possible"
          press={isChoosing ? undefined : () => press('possible')}
          label={`Change what it is out of: ${line.name}, ${line.possible}`}
        >
          <CellText>{line.possible}</CellText>
        </Cell>
        <Cell column="percent">
          <CellText>{line.percent}</CellText>
        </Cell>
        <Cell column="share">
          <CellText>{share ?? ''}</CellText>
        </Cell>
        <Cell column="due">
          <CellText>{line.due}</CellText>
        </Cell>
        <Cell column="state">{line.isDay ? null : <StateMark {...line} />}</Cell>
      </View>
    </RowFrame>
  );
});

/** The score alone: what it is out of has a column of its own. */
function scoreText({ score }: PieceRowProps['piece']): string {
  if (!score) return '—';
  if ('points' in score) return number(score.points);
  return 'percent' in score ? `${number(score.percent)}%` : score.label;
}

function CellText({ children }: { children: string }) {
  const { soft } = useColours();
  return (
    <Text variant="bodyMedium" style={{ color: soft }}>
      {children}
    </Text>
  );
}

interface CellProps {
  column: Column;
  children: ReactNode;
  /** Where it can be changed: what a press does, and what a screen reader says of it. */
  press?: (() => void) | undefined;
  label?: string;
}

function Cell({ column, children, press, label }: CellProps) {
  const style: StyleProp<ViewStyle> = {
    width: WIDTHS[column],
    alignItems: 'flex-end',
    justifyContent: 'center',
  };
  if (!press) return <View style={style}>{children}</View>;
  return (
    <Pressable role="button" aria-label={label} onPress={press} style={[style, { minHeight: TOUCH }]}>
      {children}
    </Pressable>
  );
}
