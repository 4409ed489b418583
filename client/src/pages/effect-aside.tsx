import { View } from 'react-native';
import { SPACE } from '@/theme/layout';
import type { CoursePageProps } from '@/model/course-page';
import { EffectPanel } from '@/course-ui/effect-panel';
import { ReachPage } from './reach-page';
import { useRuleDraft } from '@/model/rule-draft';

/** Beside the rules on a wide screen: what changed rules do, and where the course stands. */
export function EffectAside({ course }: CoursePageProps) {
  const draft = useRuleDraft(course);
  return (
    <View style={{ gap: SPACE.xl }}>
      <EffectPanel draft={draft} whole />
      <ReachPage course={course} beside />
    </View>
  );
}
