import type { Edit } from '@fidens/core';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { EffectDetails } from '@/course-ui/effect-panel';
import { useNow } from '@/data/now';
import { effectBetween } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { applied } from '@/model/rule-draft';
import { useChange } from '@/model/use-change';
import { changeLines } from '@/rules/change-words';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Panel } from '@/ui/panel';
import { Figure, Soft } from '@/ui/text';
import { plural } from '@/wording/words';

interface ChangePreviewProps extends CoursePageProps {
  edits: readonly Edit[];
  title: string;
  /** What the button does, and what is said once it is done. */
  button: string;
  done: string;
  /** Called when it is decided, either way. */
  onEnd: () => void;
}

const MOST_SHOWN = 80;

/** A larger change before it is made: all that it changes in words, what it does to the numbers, and the choice. */
export function ChangePreview({ course, edits, title, button, done, onEnd }: ChangePreviewProps) {
  const c = useColours();
  const now = useNow();
  const change = useChange(course);
  const after = applied(course.document, edits);
  const lines = changeLines(course.document, edits);
  return (
    <Panel label={title} tone="ask">
      {'reason' in after ? (
        <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
          It does not fit this course, and nothing was changed. {after.reason}.
        </Text>
      ) : edits.length === 0 ? (
        <Soft>Nothing would change: it is all there already.</Soft>
      ) : (
        <>
          <Figure>{plural(lines.length, 'thing changes', 'things change')}</Figure>
          <Stack role="list" gap="xs">
            {lines.slice(0, MOST_SHOWN).map(({ what, before, after: to }, index) => (
              <View role="listitem" key={index}>
                <Text variant="bodyMedium">{what}</Text>
                {to !== undefined && (
                  <Soft>
                    {before} → {to}
                  </Soft>
                )}
              </View>
            ))}
          </Stack>
          {lines.length > MOST_SHOWN && <Soft>And {lines.length - MOST_SHOWN} more.</Soft>}
          <EffectDetails effect={effectBetween(course.document, after.course, now)} whole />
        </>
      )}
      <Row gap="s" wrap>
        {'course' in after && edits.length > 0 && (
          <Button
            mode="contained"
            onPress={() => {
              change(edits, done);
              onEnd();
            }}
          >
            {button}
          </Button>
        )}
        <Button mode="outlined" onPress={onEnd}>
          {'course' in after && edits.length > 0 ? 'Leave it as it is' : 'Close'}
        </Button>
      </Row>
    </Panel>
  );
}
