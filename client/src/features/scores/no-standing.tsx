import { pieces, setting, type Course } from '@fidens/core';
import { Button } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { Stack } from '@/ui/box';
import { Soft } from '@/ui/text';

interface NoStandingProps {
  course: Course;
  edit: EditRules;
}

/** Why a course has no standing, and, where its scores only wait for weights, the way to one. */
export function NoStanding({ course, edit }: NoStandingProps) {
  const { root } = course;
  const isScored = pieces(course).some(({ score }) => score !== undefined);
  const waits = root.combine === 'weights' && root.children.every(({ weight }) => weight === undefined);
  if (!isScored || !waits) return <Soft>No score counts yet, so there is no standing.</Soft>;
  return (
    <Stack gap="xs" align="start">
      <Soft>There are scores, but nothing has a weight yet, so none of them counts.</Soft>
      <Button
        mode="contained-tonal"
        onPress={() => edit([setting(root.id, { combine: 'points' })], 'Every point counts alike')}
      >
        Count every point alike until the weights come
      </Button>
    </Stack>
  );
}
