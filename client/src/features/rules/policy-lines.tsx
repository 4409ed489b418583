import { courseSetting, type Course } from '@fidens/core';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import type { EditRules } from '@/model/rule-draft';
import { requirementWords } from '@/rules/conditions/words';
import { LateRule } from '@/rules/late/editor';
import { lateWords } from '@/rules/late/words';
import { MissingRule } from '@/rules/missing/editor';
import { missingWords } from '@/rules/missing/words';
import { namesIn } from '@/rules/names';
import { ScaleRound } from '@/rules/round/editor';
import { roundWords } from '@/rules/round/words';
import { secondSentence } from '@/rules/second/words';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { SectionTitle } from '@/ui/text';
import { WordsButton } from '@/ui/words-button';
import { bandsWords } from '@/wording/scale-words';
import { capital } from '@/wording/words';
import { OverdueRule, overdueWords, policyWith } from './course-policies';
import { OpenedFrame } from './opened-frame';
import { ReadyRules } from './ready-rules';
import { RequirementFields } from './requirement-fields';
import { SecondFields } from './second-fields';

interface PolicyLinesProps {
  course: Course;
  /** Where the letters are set. */
  scaleFields: ReactNode;
  edit: EditRules;
}

/** What holds for the whole course, a sentence each that opens to its fields: missing and late work, the letters, rounding. */
export function PolicyLines({ course, scaleFields, edit }: PolicyLinesProps) {
  const [opened, setOpened] = useState<string>();
  const { policy = {}, scale, requirements = [], second } = course;
  const set = (fields: Parameters<typeof policyWith>[1]) => edit([policyWith(policy, fields)]);
  const line = (what: string, sentence: string, fields: ReactNode) => (
    <Line
      label={`${sentence} Change this`}
      sentence={sentence}
      isOpen={opened === what}
      onPress={() => setOpened(opened === what ? undefined : what)}
    >
      {fields}
    </Line>
  );
  return (
    <View>
      <SectionTitle>Late, missing, letters</SectionTitle>
      {line(
        'late',
        `${capital(lateWords(policy.late))}.`,
        <LateRule
          of="the course"
          value={policy.late}
          onChange={(late) => set({ late: late ?? undefined })}
        />,
      )}
      {line(
        'missing',
        `${capital(missingWords(policy.missing ?? { counts: 'percent' }))}.`,
        <MissingRule of="the course" value={policy.missing} onChange={(missing) => set({ missing })} />,
      )}
      {line('overdue', overdueWords(policy), <OverdueRule policy={policy} edit={edit} />)}
      {line(
        'round',
        scale.round
          ? `The course is rounded ${roundWords(scale.round)}.`
          : 'The course is not rounded: a hair below a cut-off is below it.',
        <ScaleRound scale={scale} set={(next) => edit([courseSetting({ scale: next })])} />,
      )}
      {line('scale', `${bandsWords(scale)}.`, scaleFields)}
      {line(
        'requirements',
        requirements.length === 0
          ? 'Nothing is needed for a letter beside the percent.'
          : `${requirements.map((requirement) => requirementWords(requirement, namesIn(course))).join('; ')}.`,
        <RequirementFields course={course} edit={edit} />,
      )}
      {course.root.children.length > 0 &&
        line(
          'second',
          second ? secondSentence(second) : 'There is one grade, added up one way.',
          <SecondFields course={course} edit={edit} />,
        )}
      {course.root.children.length > 0 && <ReadyRules course={course} edit={edit} />}
    </View>
  );
}

interface LineProps {
  label: string;
  sentence: string;
  isOpen: boolean;
  onPress: () => void;
  children: ReactNode;
}

function Line({ label, sentence, isOpen, onPress, children }: LineProps) {
  const c = useColours();
  return (
    <View style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s, gap: SPACE.s }}>
      <WordsButton label={label} isOpen={isOpen} onPress={onPress}>
        {sentence}
      </WordsButton>
      {isOpen && <OpenedFrame>{children}</OpenedFrame>}
    </View>
  );
}
