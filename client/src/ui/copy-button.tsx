import { useState } from 'react';
import { Button, Text } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';

interface CopyButtonProps {
  label: string;
  /** What is copied, or a promise of it. */
  text: () => string | Promise<string>;
  mode?: 'contained' | 'outlined' | 'text';
}

/** A button that copies a text, and says whether the browser let it. */
export function CopyButton({ label, text, mode = 'outlined' }: CopyButtonProps) {
  const c = useColours();
  const [said, setSaid] = useState('');
  const copy = async () => {
    setSaid('');
    try {
      await write(text());
      setSaid('Copied.');
    } catch {
      setSaid('The browser does not let it be copied.');
    }
  };
  return (
    <Row gap="s" align="center" wrap>
      <Button mode={mode} onPress={() => void copy()}>
        {label}
      </Button>
      <Text variant="bodySmall" role="status" style={{ color: c.soft }}>
        {said}
      </Text>
    </Row>
  );
}

/** A text that comes later is promised to the clipboard at once: some browsers take nothing after the tap is over. */
async function write(text: string | Promise<string>): Promise<void> {
  if (typeof text === 'string') return navigator.clipboard.writeText(text);
  const blob = text.then((words) => new Blob([words], { type: 'text/plain' }));
  return navigator.clipboard.write([new ClipboardItem({ 'text/plain': blob })]);
}
