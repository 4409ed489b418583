import { JOI_OPTIONS, termSchema } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { faultsOf, reasonOf } from '@/data/api';
import { useSession } from '@/data/session';
import { useSaveTerm, useTerm, type Term } from '@/data/terms';
import { RuleSheetList, ScaleList } from '@/features/files/library-lists';
import { SignOut } from '@/shell/sign-out';
import { appearance } from '@/theme/appearance';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { DayField } from '@/ui/fields/day-field';
import { FormField } from '@/ui/fields/form-field';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { SectionTitle, Soft } from '@/ui/text';
import { decimalsShown } from '@/wording/decimals';
import { topOutlook } from '@/wording/top-outlook';

/** You: the account, the term's dates, the scales and rule sheets to use again, and how Fidens looks. */
export default function YouPlace() {
  const student = useSession().data?.student;
  const term = useTerm();
  return (
    <Page title="You">
      <View>
        <Text variant="displaySmall" role="heading" aria-level={1}>
          {student?.name}
        </Text>
        <Soft>{student?.sample ? 'Sample data: look around, change what you like.' : student?.email}</Soft>
      </View>
      {term && <TermForm key={term.id} term={term} />}
      <LinkButton href="/files" mode="outlined">
        In and out: files, calendars, everything
      </LinkButton>
      <ScaleList />
      <RuleSheetList />
      <Stack gap="s">
        <SectionTitle>Look</SectionTitle>
        <Choice
          label="Look"
          value={appearance.use()}
          onChange={appearance.choose}
          options={[
            { value: 'system', label: 'As the system' },
            { value: 'light', label: 'Light' },
            { value: 'dark', label: 'Dark' },
          ]}
        />
      </Stack>
      <Stack gap="s">
        <SectionTitle>Numbers</SectionTitle>
        <Choice
          label="Decimals of percents"
          value={decimalsShown.use()}
          onChange={decimalsShown.choose}
          options={[
            { value: '1', label: 'One decimal: 88.7' },
            { value: '2', label: 'Two decimals: 88.71' },
          ]}
        />
        <Soft>More are shown where these would seem to reach a cut-off that is missed.</Soft>
        <Choice
          label="What stands on top of a course"
          value={topOutlook.use()}
          onChange={topOutlook.choose}
          options={[
            { value: 'standing', label: 'Standing', hint: 'Only what is settled counts.' },
            {
              value: 'floor',
              label: 'Floor',
              hint: 'Open work counts 0, as where a school counts blanks as zero.',
            },
            { value: 'forecast', label: 'Forecast', hint: 'The rest goes as it went so far.' },
            { value: 'ceiling', label: 'Ceiling', hint: 'The rest gets full marks.' },
          ]}
        />
      </Stack>
      <SignOut />
    </Page>
  );
}

interface Fields {
  name: string;
  startsOn: string;
  endsOn: string;
}

const formSchema = termSchema.keys({ startsOn: Joi.string().allow(''), endsOn: Joi.string().allow('') });

function TermForm({ term }: { term: Term }) {
  const save = useSaveTerm();
  const { control, handleSubmit, setError, formState } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { name: term.name, startsOn: term.startsOn ?? '', endsOn: term.endsOn ?? '' },
  });
  const keep = () =>
    void handleSubmit(({ name, startsOn, endsOn }) =>
      save.mutate(
        { id: term.id, name, startsOn: startsOn || null, endsOn: endsOn || null },
        {
          onError: (error) =>
            faultsOf(error).forEach(({ at, message }) => setError(at as keyof Fields, { message })),
        },
      ),
    )();
  return (
    <Stack gap="m" role="form" aria-label="Term">
      <SectionTitle>Term</SectionTitle>
      <FormField control={control} name="name" label="Name" onSubmitEditing={keep} />
      <Row gap="m">
        <View style={{ flex: 1 }}>
          <DayField control={control} name="startsOn" label="First day" />
        </View>
        <View style={{ flex: 1 }}>
          <DayField control={control} name="endsOn" label="Last day" />
        </View>
      </Row>
      {save.error && <Soft>The term is not kept: {reasonOf(save.error)}</Soft>}
      <Button
        mode="contained-tonal"
        style={{ alignSelf: 'flex-start' }}
        onPress={keep}
        disabled={!formState.isDirty}
        loading={save.isPending}
      >
        {save.isSuccess ? 'Kept' : 'Keep the term'}
      </Button>
    </Stack>
  );
}
