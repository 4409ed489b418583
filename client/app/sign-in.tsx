import { credentialsSchema, JOI_OPTIONS, registrationSchema } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { ScrollView, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { faultsOf, reasonOf } from '@/data/api';
import { useSession, useSignIn } from '@/data/session';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { FormField } from '@/ui/fields/form-field';
import { useTitle } from '@/ui/page';
import { Soft } from '@/ui/text';

interface Fields {
  name: string;
  email: string;
  password: string;
}

/** The ways in: an account, a new one, or the sample student where there is one. */
export default function SignIn() {
  const c = useColours();
  const { data: session } = useSession();
  const [isNew, setIsNew] = useState(false);
  useTitle(isNew ? 'Make an account' : 'Sign in');
  const signIn = useSignIn();
  return (
    <ScrollView contentContainerStyle={{ flexGrow: 1, justifyContent: 'center', padding: SPACE.xl }}>
      <View role="main" style={{ width: '100%', maxWidth: 420, alignSelf: 'center', gap: SPACE.l }}>
        <View style={{ gap: SPACE.s, marginBottom: SPACE.m }}>
          <Text variant="displayLarge" role="heading" aria-level={1} style={{ color: c.primary }}>
            Fidens
          </Text>
          <Text variant="bodyLarge">
            Where you stand in each course, what it can still become, and what it takes. Every number opens
            its working.
          </Text>
        </View>
        {session?.sampleAvailable && (
          <View style={{ backgroundColor: c.askSoft, borderRadius: 20, padding: SPACE.l, gap: SPACE.m }}>
            <Text variant="bodyMedium" style={{ color: c.onAskSoft }}>
              Look around first: Noor Castellan is in the middle of her term at Saltmarsh College, with five
              courses.
            </Text>
            <Button
              mode="contained"
              onPress={() => signIn.mutate({ way: 'sample' })}
              loading={signIn.isPending && signIn.variables.way === 'sample'}
            >
              Open Noor’s term
            </Button>
          </View>
        )}
        <AccountForm key={String(isNew)} isNew={isNew} signIn={signIn} />
        <Button onPress={() => setIsNew(!isNew)}>{isNew ? 'I have an account' : 'Make an account'}</Button>
      </View>
    </ScrollView>
  );
}

function AccountForm({ isNew, signIn }: { isNew: boolean; signIn: ReturnType<typeof useSignIn> }) {
  const c = useColours();
  const { control, handleSubmit, setError } = useForm<Fields>({
    resolver: joiResolver(isNew ? registrationSchema : credentialsSchema, JOI_OPTIONS),
    defaultValues: isNew ? { name: '', email: '', password: '' } : { email: '', password: '' },
  });
  const submit = handleSubmit(({ name, email, password }) =>
    signIn.mutate(isNew ? { way: 'sign up', name, email, password } : { way: 'sign in', email, password }, {
      onError: (error) => {
        for (const { at, message } of faultsOf(error)) setError(at as keyof Fields, { message });
      },
    }),
  );
  const send = () => void submit();
  const refused = signIn.error && signIn.variables?.way !== 'sample' ? signIn.error : undefined;
  return (
    <Stack gap="m" role="form" aria-label={isNew ? 'Make an account' : 'Sign in'}>
      {isNew && <FormField control={control} name="name" label="Name" autoComplete="name" />}
      <FormField control={control} name="email" label="E-mail" autoComplete="email" inputMode="email" />
      <FormField
        control={control}
        name="password"
        label="Password"
        secureTextEntry
        autoComplete={isNew ? 'new-password' : 'current-password'}
        onSubmitEditing={send}
        {...(isNew && { hint: 'At least 10 characters.' })}
      />
      {refused && (
        <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
          {reasonOf(refused)}
        </Text>
      )}
      <Button
        mode={isNew ? 'contained' : 'contained-tonal'}
        onPress={send}
        loading={signIn.isPending && signIn.variables.way !== 'sample'}
      >
        {isNew ? 'Make the account' : 'Sign in'}
      </Button>
      {isNew && <Soft>Your records are yours alone: no school sees them.</Soft>}
    </Stack>
  );
}
