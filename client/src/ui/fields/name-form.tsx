import { libraryNameSchema } from '@fidens/core';
import { useId, useState } from 'react';
import { Button, TextInput } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Wrong } from '@/ui/text';
import { tied } from './tied';

interface NameFormProps {
  label: string;
  button: string;
  /** The name to start from. */
  name?: string;
  busy: boolean;
  /** Why it was refused, where it was. */
  reason: string | undefined;
  onName: (name: string) => void;
}

/** A name, and what is done under it. */
export function NameForm({ label, button, name = '', busy, reason, onName }: NameFormProps) {
  const c = useColours();
  const [text, setText] = useState(name);
  const wrongId = useId();
  const typed = text.trim();
  const wrong = typed !== '' && !!libraryNameSchema.validate(typed).error;
  const keep = () => {
    if (typed === '' || wrong || busy) return;
    onName(typed);
  };
  return (
    <Stack gap="xs">
      <Row gap="s" align="center" wrap>
        <TextInput
          mode="outlined"
          dense
          label={label}
          aria-label={label}
          value={text}
          onChangeText={setText}
          onSubmitEditing={keep}
          {...tied(wrong, wrongId)}
          // Wide enough for what is written on it, also where letters stand far apart.
          style={{ flexGrow: 1, flexBasis: 240, backgroundColor: c.card }}
        />
        <Button
          mode="outlined"
          style={{ marginTop: 6 }}
          loading={busy}
          disabled={typed === '' || wrong}
          onPress={keep}
        >
          {button}
        </Button>
      </Row>
      {wrong && <Wrong id={wrongId}>A name of at most 100 characters.</Wrong>}
      {reason !== undefined && <Wrong>{reason}</Wrong>}
    </Stack>
  );
}
