import { memo } from 'react';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { Ribbon } from '@/course-ui/ribbon';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import { SPACE } from '@/theme/layout';
import { ChangeRow } from '@/ui/change-row';
import { Panel } from '@/ui/panel';
import { Figure, Soft } from '@/ui/text';
import { gradeLine, OUTLOOK_NAMES, plural } from '@/wording/words';
import type { RehearsalNow } from './rehearsal';
import { triesWords } from './rehearsal-panel';

/** What stays in sight while something is tried: that it is no record, what it does, and the one tap that throws it away. */
export const RehearsalBar = memo(function RehearsalBar({
  course,
  rehearsal,
}: {
  course: ShownCourse;
  rehearsal: RehearsalNow;
}) {
  const now = useNow();
  const before = compute(course.document, now);
  const after = compute(rehearsal.course.document, now);
  return (
    <Panel label="Rehearsal" tone="ask" sticky="top" dashed>
      <Head replace={rehearsal.replace} />
      <Ribbon segments={after.segments} recorded={before.segments} />
      <View aria-live="polite" style={{ gap: 2 }}>
        {(['standing', 'forecast'] as const).map((name) => (
          <ChangeRow
            key={name}
            label={OUTLOOK_NAMES[name]}
            before={gradeLine(before.outlooks[name], before.letters)}
            after={gradeLine(after.outlooks[name], after.letters)}
          />
        ))}
      </View>
      <Soft>{triesWords(course, rehearsal.tries)}</Soft>
      {rehearsal.gone.length > 0 && (
        <Soft>
          {plural(rehearsal.gone.length, 'try is', 'tries are')} left out: what{' '}
          {rehearsal.gone.length === 1 ? 'it was' : 'they were'} tried on is not there any more.
        </Soft>
      )}
    </Panel>
  );
});

/** The same whatever is tried. */
const Head = memo(function Head({ replace }: Pick<RehearsalNow, 'replace'>) {
  return (
    <View
      style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between', gap: SPACE.s }}
    >
      <Figure>Rehearsal, not recorded</Figure>
      <Button
        compact
        mode="outlined"
        onPress={() => replace([], 'The rehearsal thrown away')}
        accessibilityLabel="Throw away the rehearsal"
      >
        Throw away
      </Button>
    </View>
  );
});
