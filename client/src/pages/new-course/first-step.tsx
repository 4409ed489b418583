import { courseFields, JOI_OPTIONS, SCALE_PRESETS, type Course } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import { useQuery } from '@tanstack/react-query';
import { useLocalSearchParams, useRouter } from 'expo-router';
import Joi from 'joi';
import { useEffect, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { faultsOf, reasonOf } from '@/data/api';
import { useCreateCourse } from '@/data/courses';
import { ruleSheetsQuery } from '@/data/library';
import { useTerm, useTerms } from '@/data/terms';
import { NewCourses } from '@/features/incoming/new-courses';
import { PasteSyllabus } from '@/features/syllabus/paste-syllabus';
import { useSyllabus } from '@/features/syllabus/use-syllabus';
import { FromSyllabus } from '@/pages/new-course/from-syllabus';
import { StepMarks } from '@/pages/new-course/setup-frame';
import { courseFromSheet, newCourse, type CourseNames } from '@/pages/new-course/starts';
import { readKept, writeKept } from '@/storage/kept-state';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { FormField } from '@/ui/fields/form-field';
import { typedSchema } from '@/ui/fields/typed-schema';
import { Page } from '@/ui/page';
import { SectionTitle, Soft } from '@/ui/text';

const NO_NAMES: CourseNames = { title: '', code: '', credits: '' };

const KEY = 'new course';
const namesSchema = Joi.object({
  title: Joi.string().allow('').required(),
  code: Joi.string().allow('').required(),
  credits: Joi.string().allow('').required(),
});

const formSchema = Joi.object({
  title: courseFields.title.required(),
  code: courseFields.code.allow(''),
  credits: typedSchema(courseFields.credits, 'must be a number from 0 up').allow(''),
});

/** What was typed before and never used: leaving this page loses nothing. */
function keptNames(): CourseNames {
  const kept = readKept(KEY);
  return namesSchema.validate(kept).error || kept === undefined ? NO_NAMES : (kept as CourseNames);
}

/** The first step of a course: its name, what it starts from, and how the whole adds up. */
export function NewCourse() {
  const c = useColours();
  const router = useRouter();
  const { sheet: asked, term: wanted } = useLocalSearchParams<{ sheet?: string; term?: string }>();
  const current = useTerm();
  const term = useTerms()?.find(({ id }) => id === wanted) ?? current;
  const create = useCreateCourse();
  const reading = useSyllabus('new course syllabus');
  const { data: sheets = [] } = useQuery(ruleSheetsQuery);
  const [start, setStart] = useState<string>(asked ?? 'blank');
  const [combine, setCombine] = useState<'weights' | 'points'>('weights');
  const [kept] = useState(keptNames);
  const { control, handleSubmit, setError } = useForm<CourseNames>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: kept,
  });
  const typed = useWatch({ control }) as CourseNames;
  useEffect(() => writeKept(KEY, { ...NO_NAMES, ...typed }), [typed]);
  const make = (document: Course, next: (id: string) => string, onError?: (error: unknown) => void) =>
    create.mutate(
      { termId: term!.id, document },
      {
        onSuccess: ({ id }) => {
          writeKept(KEY, undefined);
          router.replace(next(id));
        },
        ...(onError && { onError }),
      },
    );
  const submit = (next: (id: string) => string, adds: 'weights' | 'points' = combine) =>
    void handleSubmit((names) => {
      const sheet = sheets.find(({ id }) => id === start);
      const document = sheet
        ? courseFromSheet(names, sheet.document)
        : newCourse(names, start === 'halves' ? 'halves' : 'blank', adds, SCALE_PRESETS[0]!.scale);
      make(document, next, (error) => {
        for (const { at, message } of faultsOf(error))
          setError(at.replace('document.', '') as keyof CourseNames, { message });
      });
    })();
  if (reading.read) return <FromSyllabus reading={reading} term={term} />;
  const setUp = (id: string) => `/new-course/${id}/categories`;
  return (
    <Page title="New course">
      <View>
        <Soft>{term?.name}</Soft>
        <Text variant="displaySmall" role="heading" aria-level={1}>
          New course
        </Text>
      </View>
      <Stack gap="s">
        <SectionTitle>From its syllabus</SectionTitle>
        <PasteSyllabus
          reading={reading}
          hint="Its text, a page, or a PDF. Everything that is read is shown with its words; nothing is kept before you take it."
        />
      </Stack>
      <SectionTitle>Or by hand</SectionTitle>
      <StepMarks step="course" />
      <Stack gap="m">
        <FormField
          control={control}
          name="title"
          label="Title"
          autoFocus
          onSubmitEditing={() => submit(setUp)}
        />
        <Row gap="m">
          <View style={{ flex: 1 }}>
            <FormField control={control} name="code" label="Code" onSubmitEditing={() => submit(setUp)} />
          </View>
          <View style={{ flex: 1 }}>
            <FormField
              control={control}
              name="credits"
              label="Credits"
              inputMode="decimal"
              onSubmitEditing={() => submit(setUp)}
            />
          </View>
        </Row>
      </Stack>
      <SectionTitle>What it starts from</SectionTitle>
      <Choice
        label="What it starts from"
        value={start}
        onChange={setStart}
        options={[
          { value: 'blank', label: 'An empty page' },
          {
            value: 'halves',
            label: 'Two halves and an exam',
            hint: 'Halves of 40 with categories of their own, an exam of 20; all of it can be changed.',
          },
          ...sheets.map(({ id, document }) => ({
            value: id,
            label: document.title,
            hint: `Your rule sheet: ${document.root.children.map(({ name }) => name).join(', ')}.`,
          })),
        ]}
      />
      {start === 'blank' && (
        <>
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
        </>
      )}
      {create.error && (
        <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
          {reasonOf(create.error)}
        </Text>
      )}
      <Row gap="s" wrap>
        <Button mode="contained" onPress={() => submit(setUp)} loading={create.isPending} disabled={!term}>
          Next: its categories
        </Button>
        {/* Pooled points count from the first score on; weights come when the syllabus does. */}
        <Button onPress={() => submit((id) => `/course/${id}/scores`, 'points')} disabled={!term}>
          Scores first, rules later
        </Button>
      </Row>
      {term && (
        <Stack gap="s">
          <SectionTitle>Or bring it in</SectionTitle>
          <NewCourses term={term} />
        </Stack>
      )}
    </Page>
  );
}
