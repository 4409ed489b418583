import { JOI_OPTIONS, officialText, SCALE_PRESETS, termSchema } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import { useQuery } from '@tanstack/react-query';
import Joi from 'joi';
import { useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { scalesQuery } from '@/data/library';
import { useBeginTermWith } from '@/data/terms';
import { courseOfLine, readTranscript } from '@/model/lines/transcript-lines';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { FormField } from '@/ui/fields/form-field';
import { SelectField } from '@/ui/fields/select-field';
import { Fold } from '@/ui/fold';
import { Soft, Wrong } from '@/ui/text';
import { plural } from '@/wording/words';

const formSchema = Joi.object({ name: termSchema.extract('name'), text: Joi.string().allow('') });

/** An earlier term in lines: courses with their credits and the grades that were given, without any pieces. */
export function EnterLines() {
  const c = useColours();
  const { data: own = [] } = useQuery(scalesQuery);
  const scales = [...SCALE_PRESETS, ...own];
  const { control, handleSubmit, reset } = useForm({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { name: '', text: '' },
  });
  const { text } = useWatch({ control });
  const [scaleId, setScaleId] = useState(SCALE_PRESETS[0]!.id);
  const begin = useBeginTermWith();
  const { scale } = scales.find(({ id }) => id === scaleId) ?? SCALE_PRESETS[0]!;
  const documents = readTranscript(text ?? '').map((line) => courseOfLine(line, scale));
  const add = () =>
    void handleSubmit(({ name }) =>
      begin.mutate(
        // What is over is not worked on.
        { term: { name: name.trim(), startsOn: null, endsOn: null, archived: true }, documents },
        { onSuccess: () => reset() },
      ),
    )();
  const field = { control, style: { backgroundColor: c.card } };
  return (
    <Fold title="Enter an earlier term in lines" summary="A course, its credits and its grade in each.">
      <Stack gap="m" role="form" aria-label="An earlier term in lines">
        <FormField {...field} name="name" label="Name of the term" dense onSubmitEditing={add} />
        <FormField
          {...field}
          name="text"
          label="Courses, one a line: title, credits, grade"
          shown="Marine Biology, 4, B+"
          multiline
          numberOfLines={5}
        />
        <SelectField
          label="Scale of its letters"
          shown="Scale of its letters"
          value={scaleId}
          options={scales.map(({ id, name: of }) => ({ value: id, label: of }))}
          onChange={setScaleId}
        />
        {documents.length > 0 && (
          <View role="list" aria-label="As it is understood">
            {documents.map(({ title, credits, official }, index) => (
              <View role="listitem" key={index} style={{ paddingVertical: SPACE.xs }}>
                <Text variant="bodyMedium">{title}</Text>
                <Soft>
                  {[
                    credits === undefined ? 'no credits' : `${credits} credits`,
                    !official
                      ? 'no grade'
                      : 'mark' in official
                        ? `${officialText(official)}, which is no letter of the scale and does not count`
                        : officialText(official),
                  ].join(' · ')}
                </Soft>
              </View>
            ))}
          </View>
        )}
        {begin.error && <Wrong>{reasonOf(begin.error)}</Wrong>}
        <Button
          mode="contained"
          style={{ alignSelf: 'flex-start' }}
          disabled={documents.length === 0 || begin.isPending}
          loading={begin.isPending}
          onPress={add}
        >
          {`Enter ${plural(documents.length, 'course')}`}
        </Button>
      </Stack>
    </Fold>
  );
}
