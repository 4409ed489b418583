import { JOI_OPTIONS, libraryNameSchema } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Wrong } from '@/ui/text';
import { FormField } from './form-field';

const formSchema = Joi.object({ name: libraryNameSchema });

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
  const { control, handleSubmit } = useForm({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { name },
  });
  const keep = () => void handleSubmit(({ name: typed }) => !busy && onName(typed.trim()))();
  return (
    <Stack gap="xs">
      <Row gap="s" align="start" wrap>
        {/* Wide enough for what is written on it, also where letters stand far apart. */}
        <View style={{ flexGrow: 1, flexBasis: 240 }}>
          <FormField
            control={control}
            name="name"
            label={label}
            subject="The name"
            dense
            onSubmitEditing={keep}
            style={{ backgroundColor: c.card }}
          />
        </View>
        <Button mode="outlined" style={{ marginTop: 6 }} loading={busy} onPress={keep}>
          {button}
        </Button>
      </Row>
      {reason !== undefined && <Wrong>{reason}</Wrong>}
    </Stack>
  );
}
