import type { Hanging } from '@fidens/core';
import { Modal, View } from 'react-native';
import { Button, Text, useTheme } from 'react-native-paper';
import { askAlong, useAlongQuestion } from '@/data/along';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { capital } from '@/wording/words';

/**
 * Asks, before a change leaves rules naming what is gone, whether these rules go too. It holds the focus until it is answered; Escape leaves
 * all as it is.
 */
export function AlongQuestionDialog() {
  const c = useColours();
  const { backdrop } = useTheme().colors;
  const question = useAlongQuestion();
  const close = () => askAlong(undefined);
  return (
    <Modal transparent visible={question !== undefined} onRequestClose={close} aria-label="A rule names this">
      <View style={{ flex: 1, justifyContent: 'center', padding: SPACE.m, backgroundColor: backdrop }}>
        <View
          style={{
            width: '100%',
            maxWidth: 480,
            alignSelf: 'center',
            backgroundColor: c.card,
            borderColor: c.rule,
            borderWidth: 1,
            borderRadius: 20,
            padding: SPACE.l,
            gap: SPACE.m,
          }}
        >
          <Text variant="titleMedium" role="heading" aria-level={2}>
            A rule names this
          </Text>
          <Text variant="bodyMedium">
            {question &&
              `${capital(question.along.rules.map(hangingWords).join('; '))}. Without it that cannot stay.`}
          </Text>
          <Row gap="s" wrap>
            <Button mode="outlined" onPress={close}>
              Leave all as it is
            </Button>
            <Button
              mode="contained"
              onPress={() => {
                close();
                question?.agree(question.along.edits);
              }}
            >
              Take the rule along
            </Button>
          </Row>
        </View>
      </View>
    </Modal>
  );
}

/** Which rule would be left hanging, and whose it is. */
function hangingWords({ rule, holder }: Hanging): string {
  const name = holder?.name ?? 'the course';
  switch (rule) {
    case 'replace':
      return `${name} has its weakest replaced by it`;
    case 'schemes':
      return `another weighting of ${name} has a weight for it`;
    case 'weightTo':
      return `the weight of ${name} goes there if it is excused`;
    case 'requirements':
      return 'a letter needs something of it';
    case 'second':
      return 'the second way of adding up counts it';
    default:
      return `a rule of ${name} names it`;
  }
}
