import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useSession } from '@/data/session';
import { AccountLog } from '@/features/account/account-log';
import {
  EmailLink,
  LeaveForGood,
  NameAndPassword,
  RecoveryCodes,
  Sessions,
} from '@/features/account/own-account';
import { SignOut } from '@/features/account/sign-out';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { Soft } from '@/ui/text';

/** The student's own account. */
export function AccountPlace() {
  const student = useSession().data?.student;
  if (!student) return null;
  return (
    <Page title="Your account">
      <View>
        <Soft>{student.sample ? 'Sample data' : student.email}</Soft>
        <Text variant="displaySmall" role="heading" aria-level={1}>
          Your account
        </Text>
      </View>
      {student.sample && (
        <Soft>
          The sample student has no password, and goes by herself after a day. An account of your own has
          password, recovery codes and the way out here.
        </Soft>
      )}
      <EmailLink />
      <NameAndPassword key={student.id} student={student} />
      <Sessions />
      <AccountLog />
      {!student.sample && <RecoveryCodes />}
      <LinkButton href="/files" mode="outlined">
        Take everything along
      </LinkButton>
      {!student.sample && <LeaveForGood />}
      <SignOut />
    </Page>
  );
}
