import { EffectPanel } from '@/course-ui/effect-panel';
import type { CoursePageProps } from '@/model/course-page';
import { useRuleDraft } from '@/model/rule-draft';
import { Stack } from '@/ui/box';
import { ReachPage } from './reach-page';

/** Beside the rules on a wide screen: what changed rules do, and where the course stands. */
export function EffectAside({ course }: CoursePageProps) {
  const draft = useRuleDraft(course);
  return (
    <Stack gap="xl">
      <EffectPanel draft={draft} whole />
      <ReachPage course={course} beside />
    </Stack>
  );
}
