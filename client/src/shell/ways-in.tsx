import { JOI_OPTIONS } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type ComponentProps } from 'react';
import { useForm, type Resolver } from 'react-hook-form';
import { ScrollView, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { faultsOf, reasonOf } from '@/data/api';
import { useOpenedLink } from '@/data/opened-link';
import { useSession, useSignIn } from '@/data/session';
import type { WayIn } from '@/model/ways-in';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { FormField } from '@/ui/fields/form-field';
import { staysHere } from '@/ui/fields/stays-here';
import { Introduction } from '@/ui/opening';
import { useCameFromPage, useTitle } from '@/ui/page';
import { Soft } from '@/ui/text';
import { laterParts, useFetchedLater } from './parts';

interface Fields {
  name: string;
  email: string;
  code: string;
  password: string;
}

interface WayInForm {
  title: string;
  button: string;
  fields: readonly (keyof Fields)[];
}

const WAYS: Readonly<Record<WayIn, WayInForm>> = {
  'sign in': {
    title: 'Sign in',
    button: 'Sign in',
    fields: ['email', 'password'],
  },
  'sign up': {
    title: 'Make an account',
    button: 'Make the account',
    fields: ['name', 'email', 'password'],
  },
  lost: {
    title: 'The password is lost',
    button: 'Send a link',
    fields: ['email'],
  },
  recovery: {
    title: 'Come back with a code',
    button: 'Take the new password',
    fields: ['email', 'code', 'password'],
  },
  'account link': {
    title: 'Finish the account',
    button: 'Finish the account',
    fields: ['password'],
  },
  'password link': {
    title: 'Take a new password',
    button: 'Take the new password',
    fields: ['password'],
  },
};

type FieldProps = Omit<ComponentProps<typeof FormField<Fields>>, 'control' | 'name'>;

const FIELDS: Readonly<Record<keyof Fields, FieldProps>> = {
  name: { label: 'Name', autoComplete: 'name' },
  email: { label: 'E-mail', autoComplete: 'email', inputMode: 'email' },
  code: {
    label: 'Recovery code',
    autoComplete: 'off',
    hint: 'One of those that you printed, such as 7KQ2-M9XD-4TFA-WZ63. It is used up then.',
  },
  password: { label: 'Password', secureTextEntry: true, autoComplete: 'current-password' },
};

const isNewIn = (way: WayIn) => way !== 'sign in' && way !== 'account link';

/** What is different of a password that is new, or was chosen before its account stood. */
function passwordIn(way: WayIn): Partial<FieldProps> {
  if (way === 'account link') return { hint: 'The one that you chose for the new account.' };
  return {
    ...(isNewIn(way) && {
      autoComplete: 'new-password' as const,
      hint: 'At least 15 characters: a few words do.',
    }),
    ...((way === 'recovery' || way === 'password link') && { label: 'New password' }),
  };
}

/** The ways that are opened by the link of a message. */
const BY_LINK = { account: 'account link', password: 'password link' } as const;

/** The ways that can be chosen; the others come by a link. */
const CHOSEN = ['sign in', 'sign up', 'lost', 'recovery'] as const;

/**
 * The ways in: an account, a new one, or the sample student where there is one.
 *
 * @param begins - the first field takes the focus, as what had it is gone
 */
export function WaysInPage({ begins }: { begins: boolean }) {
  const c = useColours();
  const { data: session } = useSession();
  const link = useOpenedLink('account', 'password');
  const [way, setWay] = useState<WayIn>(link ? BY_LINK[link.use as keyof typeof BY_LINK] : 'sign in');
  useTitle(WAYS[way].title);
  // Who comes from a page, or chooses another way, goes on in its first field.
  const came = useCameFromPage();
  const [isChosen, setIsChosen] = useState(came || begins);
  const signIn = useSignIn();
  useFetchedLater();
  return (
    <ScrollView contentContainerStyle={{ flexGrow: 1, justifyContent: 'center', padding: SPACE.xl }}>
      <View role="main" style={{ width: '100%', maxWidth: 420, alignSelf: 'center', gap: SPACE.l }}>
        <Introduction />
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
        <AccountForm key={way} way={way} token={link?.token} signIn={signIn} begins={isChosen} />
        <Row gap="xs" wrap>
          {CHOSEN.map(
            (other) =>
              other !== way &&
              (other !== 'lost' || session?.mailAvailable) && (
                <Button
                  key={other}
                  onPress={() => {
                    setWay(other);
                    setIsChosen(true);
                  }}
                >
                  {other === 'sign in' ? 'I have an account' : WAYS[other].title}
                </Button>
              ),
          )}
        </Row>
      </View>
    </ScrollView>
  );
}

interface AccountFormProps {
  way: WayIn;
  /** Of the link that it was opened with. */
  token: string | undefined;
  signIn: ReturnType<typeof useSignIn>;
  /** Its first field takes the focus. */
  begins: boolean;
}

function AccountForm({ way, token = '', signIn, begins }: AccountFormProps) {
  const c = useColours();
  const { title, button, fields } = WAYS[way];
  const client = useQueryClient();
  const check: Resolver<Fields> = async (typed, context, options) => {
    try {
      const { WAYS_IN } = await laterParts(client);
      return await joiResolver(WAYS_IN[way], JOI_OPTIONS)(typed, context, options);
    } catch {
      const message = 'Fidens has not come through from the server whole. Try again.';
      return { values: {}, errors: { [fields[0]!]: { type: 'later', message } } };
    }
  };
  const { control, formState, handleSubmit, setError, setFocus } = useForm<Fields>({
    resolver: check,
    defaultValues: Object.fromEntries(fields.map((field) => [field, ''])),
  });
  const submit = handleSubmit((typed) =>
    signIn.mutate(
      way === 'account link' || way === 'password link'
        ? { way, token, password: typed.password }
        : { way, ...typed },
      {
        onError: (error) => {
          for (const { at, message } of faultsOf(error)) setError(at as keyof Fields, { message });
        },
      },
    ),
  );
  const send = () => {
    if (!formState.isSubmitting) void submit();
  };
  /** Enter goes on to the next field, and from the last one it sends. */
  const enter = (next: keyof Fields | undefined) => (next ? setFocus(next) : send());
  const refused = signIn.error && signIn.variables?.way === way ? signIn.error : undefined;
  const mailed = signIn.data && 'mailed' in signIn.data && signIn.variables?.way === way;
  return (
    <Stack gap="m" ref={staysHere} role="form" aria-label={title}>
      {fields.map((name, index) => (
        <FormField
          key={name}
          control={control}
          name={name}
          autoFocus={begins && index === 0}
          {...FIELDS[name]}
          {...(name === 'password' && passwordIn(way))}
          onSubmitEditing={() => enter(fields[index + 1])}
        />
      ))}
      {mailed && (
        <View role="status">
          <Soft>
            Look into your mail: the link there leads on. It works for an hour. Nothing there? The e-mail may
            be mistyped, or the message lies with the unwanted ones.
          </Soft>
        </View>
      )}
      {refused && (
        <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
          {reasonOf(refused)}
        </Text>
      )}
      <Button
        mode={isNewIn(way) ? 'contained' : 'contained-tonal'}
        onPress={send}
        loading={formState.isSubmitting || (signIn.isPending && signIn.variables.way !== 'sample')}
      >
        {button}
      </Button>
      {way === 'sign up' && <Soft>Your records are yours alone: no school sees them.</Soft>}
    </Stack>
  );
}
