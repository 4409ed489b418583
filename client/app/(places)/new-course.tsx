import { courseFields, JOI_OPTIONS, type Course } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import { useRouter } from 'expo-router';
import Joi from 'joi';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { OpenCourseFile } from '../../src/course/course-files';
import { SCALE_PRESETS } from '../../src/course/scale-presets';
import { faultsOf, reasonOf } from '../../src/data/api';
import { useCreateCourse } from '../../src/data/courses';
import { useTerm } from '../../src/data/terms';
import { Choice } from '../../src/parts/choice';
import { FormField } from '../../src/parts/form-field';
import { Page } from '../../src/parts/page';
import { SectionTitle, Soft } from '../../src/parts/words';
import { SPACE } from '../../src/theme/layout';
import { useColours } from '../../src/theme/paper-theme';

interface Fields {
  title: string;
  code: string;
  credits: string;
}

const formSchema = Joi.object({
  title: courseFields.title.required(),
  code: courseFields.code.allow(''),
  credits: courseFields.credits.allow(''),
});

/** The first step of a course: its name, how the whole adds up, and its scale. */
export default function NewCourse() {
  const c = useColours();
  const router = useRouter();
  const term = useTerm();
  const create = useCreateCourse();
  const [combine, setCombine] = useState<'weights' | 'points'>('weights');
  const [scaleId, setScaleId] = useState(SCALE_PRESETS[0]!.id);
  const { control, handleSubmit, setError } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { title: '', code: '', credits: '' },
  });
  const make = (document: Course, onError: (error: unknown) => void) =>
    create.mutate(
      { termId: term!.id, document },
      { onSuccess: ({ id }) => router.replace(`/course/${id}/rules`), onError },
    );
  const submit = handleSubmit((fields) => {
    const { scale } = SCALE_PRESETS.find(({ id }) => id === scaleId)!;
    make(newDocument(fields, combine, scale), (error) => {
      for (const { at, message } of faultsOf(error))
        setError(at.replace('document.', '') as keyof Fields, { message });
    });
  });
  return (
    <Page>
      <View>
        <Soft>{term?.name}</Soft>
        <Text variant="displaySmall" role="heading" aria-level={1} style={{ color: c.ink }}>
          New course
        </Text>
      </View>
      {term && (
        <OpenCourseFile busy={create.isPending} onOpen={(document) => make(document, () => undefined)} />
      )}
      <View style={{ gap: SPACE.m }}>
        <FormField control={control} name="title" label="Title" autoFocus />
        <View style={{ flexDirection: 'row', gap: SPACE.m }}>
          <View style={{ flex: 1 }}>
            <FormField control={control} name="code" label="Code" />
          </View>
          <View style={{ flex: 1 }}>
            <FormField control={control} name="credits" label="Credits" inputMode="decimal" />
          </View>
        </View>
      </View>
      <SectionTitle>How the whole adds up</SectionTitle>
      <Choice
        label="How the whole adds up"
        value={combine}
        onChange={setCombine}
        options={[
          {
            value: 'weights',
            label: 'Weights',
            hint: 'Each category counts a share: problem sets 15, labs 35, final 50.',
          },
          {
            value: 'points',
            label: 'Points pooled',
            hint: 'Every point counts alike: two papers of 90, ten logs of 24.',
          },
        ]}
      />
      <SectionTitle>Grading scale</SectionTitle>
      <Choice
        label="Grading scale"
        value={scaleId}
        onChange={setScaleId}
        options={SCALE_PRESETS.map(({ id, name, scale }) => ({
          value: id,
          label: name,
          hint: scale.bands.map(({ label, from }) => `${label} from ${from}`).join(' · '),
        }))}
      />
      {create.error && (
        <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
          {reasonOf(create.error)}
        </Text>
      )}
      <Button
        mode="contained"
        onPress={() => void submit()}
        loading={create.isPending}
        disabled={!term}
        style={{ alignSelf: 'flex-start' }}
      >
        Next: its categories
      </Button>
    </Page>
  );
}

function newDocument(
  { title, code, credits }: Fields,
  combine: 'weights' | 'points',
  scale: Course['scale'],
): Course {
  return {
    format: 'fidens-course',
    version: 1,
    title: title.trim(),
    ...(code && { code }),
    ...(credits && { credits }),
    scale,
    root: { kind: 'category', id: 'course', name: 'Course', combine, children: [] },
  };
}
