import { officialText, SCALE_PRESETS } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text, TextInput } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { scalesQuery } from '@/data/library';
import { useBeginTermWith } from '@/data/terms';
import { courseOfLine, readTranscript } from '@/model/transcript-lines';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { SelectField } from '@/ui/fields/select-field';
import { Fold } from '@/ui/fold';
import { Soft, Wrong } from '@/ui/text';
import { plural } from '@/wording/words';

/** An earlier term in lines: courses with their credits and the grades that were given, without any pieces. */
export function EnterLines() {
  const c = useColours();
  const { data: own = [] } = useQuery(scalesQuery);
  const scales = [...SCALE_PRESETS, ...own];
  const [name, setName] = useState('');
  const [text, setText] = useState('');
  const [scaleId, setScaleId] = useState(SCALE_PRESETS[0]!.id);
  const begin = useBeginTermWith();
  const { scale } = scales.find(({ id }) => id === scaleId) ?? SCALE_PRESETS[0]!;
  const documents = readTranscript(text).map((line) => courseOfLine(line, scale));
  const add = () =>
    begin.mutate(
      // What is over is not worked on.
      { term: { name: name.trim(), startsOn: null, endsOn: null, archived: true }, documents },
      {
        onSuccess: () => {
          setName('');
          setText('');
        },
      },
    );
  const field = { backgroundColor: c.card };
  return (
    <Fold title="Enter an earlier term in lines" summary="A course, its credits and its grade in each.">
      <Stack gap="m" role="form" aria-label="An earlier term in lines">
        <TextInput
          mode="outlined"
          dense
          label="Name of the term"
          aria-label="Name of the term"
          value={name}
          onChangeText={setName}
          maxLength={100}
          style={field}
        />
        <TextInput
          mode="outlined"
          multiline
          numberOfLines={5}
          label="Marine Biology, 4, B+"
          aria-label="Courses, one a line: title, credits, grade"
          value={text}
          onChangeText={setText}
          style={field}
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
          disabled={documents.length === 0 || name.trim() === '' || begin.isPending}
          loading={begin.isPending}
          onPress={add}
        >
          {`Enter ${plural(documents.length, 'course')}`}
        </Button>
      </Stack>
    </Fold>
  );
}
