import { courseSetting, inUnit, isSame, type Course, type Scale } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { scalesQuery, useCoursesWith, useKeepScale, useScaleOf } from '@/data/library';
import type { EditRules } from '@/model/rule-draft';
import { roundWords } from '@/rules/round/words';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { NameForm } from '@/ui/fields/name-form';
import { LinkButton } from '@/ui/link-button';
import { Soft } from '@/ui/text';
import { borderWords } from '@/wording/scale-words';
import { number, plural } from '@/wording/words';
import { ScaleChoice } from './scale-choice';
import { ScaleEditor } from './scale-editor';

interface ScaleRulesProps {
  id: string;
  course: Course;
  edit: EditRules;
}

/** The grading scale of a course with all its fields: what to start from, its bands, and the library. */
export function ScaleRules({ id, course, edit }: ScaleRulesProps) {
  const { scale } = course;
  const set = (next: Scale) => edit([courseSetting({ scale: next })]);
  return (
    <Stack gap="m">
      <ScaleChoice label="Start from a scale" scale={scale} onChange={set} />
      <SharedScale course={course} />
      <ScaleEditor of={`course ${id}`} scale={scale} set={set} />
      <KeepScale scale={scale} />
    </Stack>
  );
}

/** A scale to read: how the course is rounded, with an example on the border, and where each letter starts. */
export function ScaleRead({ scale }: { scale: Scale }) {
  const { round } = scale;
  return (
    <Stack gap="s">
      <Soft>
        {round
          ? `The course is rounded ${roundWords(round)}, before it gets its letter.`
          : 'The course is not rounded: a hair below a cut-off is below it.'}
      </Soft>
      {round && <Soft>{borderWords(scale)}</Soft>}
      <BandList scale={scale} />
    </Stack>
  );
}

/** Whether the course's scale is one of the library, and who else has it: a change here is for this course alone. */
function SharedScale({ course }: { course: Course }) {
  const shared = useScaleOf(course);
  const using = useCoursesWith(shared?.scale);
  if (!shared) return null;
  return (
    <Stack gap="xs" align="start">
      <Soft>
        This is “{shared.name}” of your scales
        {using.length > 1 ? `, which ${plural(using.length, 'course has', 'courses have')}` : ''}. What you
        change here is changed in this course alone.
      </Soft>
      <LinkButton href={`/scales/${shared.id}`}>
        {`Change “${shared.name}” for every course that has it`}
      </LinkButton>
    </Stack>
  );
}

/** Keeps the scale under a name, for other courses. */
function KeepScale({ scale }: { scale: Scale }) {
  const { data: scales = [] } = useQuery(scalesQuery);
  const keep = useKeepScale();
  if (scales.some((kept) => isSame(kept.scale, scale))) return null;
  return (
    <NameForm
      label="Keep it among your scales, as"
      button="Keep the scale"
      busy={keep.isPending}
      reason={keep.error ? reasonOf(keep.error) : undefined}
      onName={(name) => keep.mutate({ name, scale })}
    />
  );
}

function BandList({ scale }: { scale: Scale }) {
  const { bands } = scale;
  const c = useColours();
  return (
    <View>
      {bands.map((band) => (
        <View
          key={band.label}
          style={{
            flexDirection: 'row',
            gap: SPACE.m,
            alignItems: 'baseline',
            borderTopWidth: 1,
            borderColor: c.rule,
            paddingVertical: SPACE.s,
          }}
        >
          <Text variant="headlineSmall" style={{ minWidth: 56 }}>
            {band.label}
          </Text>
          <Text variant="bodyMedium" style={{ flex: 1 }}>
            from {inUnit(band.from, scale)}
          </Text>
          <Soft>
            {[
              band.points !== undefined && `${band.points} points`,
              band.worth !== undefined && `as a score ${number(band.worth)}%`,
              band.pass === false && 'fails',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Soft>
        </View>
      ))}
    </View>
  );
}
