import { factKey } from '@fidens/core';
import type { Decision, Fact } from '@fidens/core/syllabus';
import { Button, Text } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { Panel } from '@/ui/panel';
import { Soft } from '@/ui/text';
import { questionOf } from './fact-words';
import { Quote } from './quote';

interface DoubtCardProps {
  fact: Fact;
  text: string;
  /** The sentence around the fact's words. */
  line: { from: number; to: number };
  nameOf: (key: string) => string;
  onDecide: (key: string, decision: Decision) => void;
}

/** A fact that could mean something else: the words, the question, and its answers. */
export function DoubtCard({ fact, text, line, nameOf, onDecide }: DoubtCardProps) {
  useColours();
  const { question, answers } = questionOf(fact, nameOf);
  const key = factKey(fact);
  return (
    <Panel label={`To decide: ${question}`} tone="ask">
      <Soft>it says</Soft>
      <Quote text={text} line={line} marked={fact.range} large />
      <Text variant="bodyLarge">{question}</Text>
      <Row gap="s" wrap>
        {answers.map((answer, index) => (
          <Button
            key={answer}
            mode={index === 0 ? 'contained' : 'outlined'}
            onPress={() => onDecide(key, { take: index })}
          >
            {answer}
          </Button>
        ))}
        <Button onPress={() => onDecide(key, { leave: true })}>
          {answers.length > 1 ? 'Neither' : 'No'}
        </Button>
      </Row>
    </Panel>
  );
}
