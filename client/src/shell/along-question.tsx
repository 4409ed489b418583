import type { Hanging } from '@fidens/core';
import { Button, Dialog, Portal, Text } from 'react-native-paper';
import { askAlong, useAlongQuestion } from '@/data/along';

/** Asks, before a change leaves rules naming what is gone, whether these rules go too. */
export function AlongQuestionDialog() {
  const question = useAlongQuestion();
  const close = () => askAlong(undefined);
  return (
    <Portal>
      <Dialog
        visible={question !== undefined}
        onDismiss={close}
        style={{ maxWidth: 480, alignSelf: 'center' }}
      >
        <Dialog.Title>A rule names this</Dialog.Title>
        <Dialog.Content>
          <Text variant="bodyMedium">
            {question &&
              `${question.along.rules.map(hangingWords).join('; ')}. Without it that rule cannot stay.`}
          </Text>
        </Dialog.Content>
        <Dialog.Actions>
          <Button onPress={close}>Leave all as it is</Button>
          <Button
            onPress={() => {
              close();
              question?.agree(question.along.edits);
            }}
          >
            Take the rule along
          </Button>
        </Dialog.Actions>
      </Dialog>
    </Portal>
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
    default:
      return `a rule of ${name} names it`;
  }
}
