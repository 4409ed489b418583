import { setting, type Assessment, type Category, type Course } from '@fidens/core';
import { Button } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { countingOccurrences, DeductFields } from '@/rules/conditions/deduct-fields';
import { WeightToField } from '@/rules/conditions/weight-to-field';
import { CurveFields } from '@/rules/curve/editor';
import { Row, Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { PieceFacts } from './piece-facts';
import { PlaceRules } from './place-rules';
import { TakesPart } from './takes-part';

interface PieceRulesProps {
  course: Course;
  piece: Assessment;
  parent: Category;
  edit: EditRules;
  /** Its weight stands elsewhere. */
  hasWeight?: boolean;
}

/** All that the syllabus says of one piece. */
export function PieceRules({ course, piece, parent, edit, hasWeight = false }: PieceRulesProps) {
  const { id, name, cap, step } = piece;
  if (piece.deduct)
    return (
      <Stack gap="m">
        <DeductFields piece={piece} parent={parent} edit={edit} />
        <PlaceRules course={course} node={piece} parent={parent} edit={edit} />
      </Stack>
    );
  return (
    <Stack gap="m">
      <PieceFacts course={course} piece={piece} edit={edit} ground="card" hasWeight={hasWeight} />
      <Row gap="s" wrap>
        <NumberRule
          label={`At most %, ${name}`}
          shown="At most %"
          value={cap}
          wants="A percent from 0 up, or nothing for no cap."
          onKeep={(percent) => edit([setting(id, { cap: percent })])}
          width={96}
        />
        <NumberRule
          label={`Given in steps of, ${name}`}
          shown="Given in steps of"
          value={step}
          wants="Points above 0, such as 0.5, or nothing for whole points."
          positive
          onKeep={(points) => edit([setting(id, { step: points })])}
          width={128}
        />
      </Row>
      <TakesPart nodes={[piece]} of={name} edit={edit} />
      <WeightToField course={course} piece={piece} parent={parent} edit={edit} />
      <CurveFields
        of={name}
        value={piece.curve}
        possible={piece.possible}
        onChange={(curve) => edit([setting(id, { curve })])}
      />
      <Button
        compact
        style={{ alignSelf: 'flex-start' }}
        accessibilityLabel={`${name} counts absences or the like`}
        onPress={() => edit([countingOccurrences(piece)], `${name} counts occurrences, not marks`)}
      >
        Counts absences or the like
      </Button>
      <PlaceRules course={course} node={piece} parent={parent} edit={edit} />
    </Stack>
  );
}
