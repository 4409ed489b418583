import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button, Modal, Portal, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import type { Student } from '@/data/answers';
import { useSession, useSignIn, useSignOut } from '@/data/session';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { FormField } from '@/ui/fields/form-field';
import { Soft } from '@/ui/text';

/** Asks a student who was signed out elsewhere to sign in again, over the page as it stands: whatever is typed stays typed. */
export function SessionEnded() {
  const { data: session } = useSession();
  if (!session?.ended || !session.student) return null;
  return <SignInAgain student={session.student} />;
}

function SignInAgain({ student }: { student: Student }) {
  const c = useColours();
  const { control, handleSubmit } = useForm({ defaultValues: { password: '' } });
  const signIn = useSignIn();
  const leave = useSignOut();
  const enter = () =>
    void handleSubmit(({ password }) =>
      student.sample
        ? signIn.mutate({ way: 'sample' })
        : signIn.mutate({ way: 'sign in', email: student.email, password }),
    )();
  return (
    <Portal>
      <Modal visible dismissable={false} contentContainerStyle={{ padding: SPACE.l, alignItems: 'center' }}>
        <View
          role="dialog"
          aria-modal
          aria-label="Sign in again"
          style={{
            backgroundColor: c.card,
            borderRadius: 20,
            padding: SPACE.xl,
            gap: SPACE.m,
            width: '100%',
            maxWidth: 420,
          }}
        >
          <Text variant="titleLarge" role="heading" aria-level={2}>
            You were signed out
          </Text>
          <Soft>
            {student.sample
              ? 'The sample data is put away after a day. Open it anew to go on looking around.'
              : `Sign in again as ${student.email}: what you have typed stays here, and is saved then.`}
          </Soft>
          {!student.sample && (
            <FormField
              control={control}
              name="password"
              label="Password"
              secureTextEntry
              autoFocus
              autoComplete="current-password"
              onSubmitEditing={enter}
              style={{ backgroundColor: c.card }}
            />
          )}
          {signIn.error && (
            <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
              {reasonOf(signIn.error)}
            </Text>
          )}
          <Row gap="s" wrap>
            <Button mode="contained" onPress={enter} loading={signIn.isPending}>
              {student.sample ? 'Open it anew' : 'Sign in'}
            </Button>
            <Button onPress={() => leave.mutate()} loading={leave.isPending}>
              Leave, and forget what is typed
            </Button>
          </Row>
        </View>
      </Modal>
    </Portal>
  );
}
