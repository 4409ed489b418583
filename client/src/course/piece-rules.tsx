import { setting, type Assessment, type Category, type Course } from '@fidens/core';
import { View } from 'react-native';
import { NumberRule } from '../parts/number-rule';
import { SPACE } from '../theme/layout';
import { PlaceRules } from './place-rules';
import type { EditRules } from './rule-draft';
import { TakesPart } from './takes-part';

interface PieceRulesProps {
  course: Course;
  piece: Assessment;
  parent: Category;
  edit: EditRules;
}

/** What the syllabus says of one piece, its name and weight aside. */
export function PieceRules({ course, piece, parent, edit }: PieceRulesProps) {
  const { id, name, possible, cap, step } = piece;
  return (
    <View style={{ gap: SPACE.m }}>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
        <NumberRule
          label={`Possible points of ${name}`}
          shown="Possible"
          value={possible}
          wants="Points above 0."
          positive
          required
          onKeep={(points) => edit([setting(id, { possible: points! })])}
          width={84}
        />
        <NumberRule
          label={`Highest percent of ${name}`}
          shown="At most %"
          value={cap}
          wants="A percent from 0 up, or nothing for no cap."
          onKeep={(percent) => edit([setting(id, { cap: percent })])}
          width={96}
        />
        <NumberRule
          label={`Smallest part of a point in ${name}`}
          shown="Given in steps of"
          value={step}
          wants="Points above 0, such as 0.5, or nothing for whole points."
          positive
          onKeep={(points) => edit([setting(id, { step: points })])}
          width={128}
        />
      </View>
      <TakesPart nodes={[piece]} of={name} edit={edit} />
      <PlaceRules course={course} node={piece} parent={parent} edit={edit} />
    </View>
  );
}
