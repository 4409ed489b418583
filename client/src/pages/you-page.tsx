import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useSession } from '@/data/session';
import { RuleSheetList, ScaleList } from '@/features/files/library-lists';
import { SignOut } from '@/features/account/sign-out';
import { appearance } from '@/theme/appearance';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { SectionTitle, Soft } from '@/ui/text';
import { decimalsShown } from '@/wording/decimals';
import { topOutlook } from '@/wording/top-outlook';

/** You: the ways to the account and the terms, the scales and rule sheets to use again, and how Fidens looks. */
export function YouPlace() {
  const student = useSession().data?.student;
  return (
    <Page title="You">
      <View>
        <Text variant="displaySmall" role="heading" aria-level={1}>
          {student?.name}
        </Text>
        <Soft>{student?.sample ? 'Sample data: look around, change what you like.' : student?.email}</Soft>
      </View>
      <Row gap="s" wrap>
        <LinkButton href="/account" mode="outlined">
          Your account
        </LinkButton>
        <LinkButton href="/terms" mode="outlined">
          Terms and GPA
        </LinkButton>
        <LinkButton href="/files" mode="outlined">
          In and out
        </LinkButton>
      </Row>
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
