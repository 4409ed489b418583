import { emailChangeSchema, nameSchema, passwordAgainSchema, passwordChangeSchema } from '@fidens/core';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import {
  useAccount,
  useChangeEmail,
  useChangePassword,
  useEndSessions,
  useNewCodes,
  useRename,
  useTakeEmail,
} from '@/data/account';
import { reasonOf } from '@/data/api';
import { useOpenedLink } from '@/data/opened-link';
import type { Student } from '@/data/answers';
import { useDeleteAccount } from '@/data/session';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { CopyButton } from '@/ui/copy-button';
import { Fold } from '@/ui/fold';
import { FailedLine } from '@/ui/states';
import { SectionTitle, Soft, Wrong } from '@/ui/text';
import { dayWords, plural } from '@/wording/words';
import { AccountForm, type AccountField } from './account-form';

const PASSWORD: AccountField = {
  name: 'password',
  label: 'Your password',
  secureTextEntry: true,
  autoComplete: 'current-password',
};

const MAILED =
  'Look into the mail there: the link in it makes the change, within an hour. Until then you sign in as before.';

/** The e-mail that a link of a message has come to: one press takes it. */
export function EmailLink() {
  const link = useOpenedLink('email');
  const take = useTakeEmail();
  const c = useColours();
  if (!link) return null;
  return (
    <View
      style={{
        backgroundColor: c.askSoft,
        borderRadius: 16,
        padding: SPACE.l,
        gap: SPACE.s,
        alignItems: 'flex-start',
      }}
    >
      {take.data ? (
        <Text variant="bodyMedium" role="status" style={{ color: c.onAskSoft }}>
          Changed: sign in with {take.data.student?.email} from now on.
        </Text>
      ) : (
        <>
          <Text variant="bodyMedium" style={{ color: c.onAskSoft }}>
            You have opened the link that came by mail: from now on, sign in with the e-mail it came to?
          </Text>
          <Button mode="contained" loading={take.isPending} onPress={() => take.mutate(link.token)}>
            Take this e-mail
          </Button>
          {take.error && <Wrong>{reasonOf(take.error)}</Wrong>}
        </>
      )}
    </View>
  );
}

/** Name, e-mail and password. */
export function NameAndPassword({ student }: { student: Student }) {
  const rename = useRename();
  const email = useChangeEmail();
  const password = useChangePassword();
  return (
    <Stack gap="m">
      <Fold title="Your name" summary={student.name}>
        <AccountForm
          label="Your name"
          button="Change the name"
          schema={nameSchema}
          fields={[{ name: 'name', label: 'Name', start: student.name, autoComplete: 'name' }]}
          onSend={({ name }) => rename.mutateAsync(name!)}
          {...rename}
          done={rename.isSuccess ? 'Changed.' : undefined}
        />
      </Fold>
      {!student.sample && (
        <>
          <Fold title="Your e-mail" summary={student.email}>
            <AccountForm
              label="Your e-mail"
              button="Change the e-mail"
              schema={emailChangeSchema}
              fields={[
                {
                  name: 'email',
                  label: 'E-mail',
                  start: student.email,
                  autoComplete: 'email',
                  inputMode: 'email',
                },
                PASSWORD,
              ]}
              onSend={(typed) => email.mutateAsync(typed as { email: string; password: string })}
              {...email}
              done={email.data && ('mailed' in email.data ? MAILED : 'Changed: sign in with it from now on.')}
            />
          </Fold>
          <Fold title="Your password" summary="Another one ends every other session.">
            <AccountForm
              label="Your password"
              button="Change the password"
              schema={passwordChangeSchema}
              fields={[
                PASSWORD,
                {
                  name: 'next',
                  label: 'New password',
                  secureTextEntry: true,
                  autoComplete: 'new-password',
                  hint: 'At least 15 characters: a few words do.',
                },
              ]}
              onSend={(typed) => password.mutateAsync(typed as { password: string; next: string })}
              {...password}
              done={password.isSuccess ? 'Changed. Everywhere else you are signed out.' : undefined}
            />
          </Fold>
        </>
      )}
    </Stack>
  );
}

/** Where the student is signed in: each can be ended, and all others at once. */
export function Sessions() {
  const c = useColours();
  const { data, error, refetch } = useAccount();
  const end = useEndSessions();
  const others = data?.sessions.filter(({ here }) => !here).length ?? 0;
  return (
    <Stack gap="s">
      <SectionTitle>Where you are signed in</SectionTitle>
      {error && !data && <FailedLine retry={() => void refetch()}>{reasonOf(error)}</FailedLine>}
      <View role="list" aria-label="Where you are signed in">
        {data?.sessions.map(({ id, began, device, here }) => (
          <View
            key={id}
            role="listitem"
            style={{
              flexDirection: 'row',
              alignItems: 'center',
              gap: SPACE.m,
              borderTopWidth: 1,
              borderColor: c.rule,
              minHeight: 52,
            }}
          >
            <View style={{ flex: 1, minWidth: 0 }}>
              <Text variant="bodyMedium">{device || 'Unknown device'}</Text>
              <Soft>
                since {dayWords(began)}
                {here && ' · here'}
              </Soft>
            </View>
            {!here && (
              <Button compact accessibilityLabel={`End it, ${device}`} onPress={() => end.mutate(id)}>
                End it
              </Button>
            )}
          </View>
        ))}
      </View>
      {others > 0 && (
        <Button mode="outlined" style={{ alignSelf: 'flex-start' }} onPress={() => end.mutate(undefined)}>
          Sign out everywhere else
        </Button>
      )}
      {end.error && <Wrong>{reasonOf(end.error)}</Wrong>}
    </Stack>
  );
}

/** Codes to print, each of which signs the student in once where the password is lost. */
export function RecoveryCodes() {
  const c = useColours();
  const { data } = useAccount();
  const make = useNewCodes();
  const codes = make.data?.codes;
  return (
    <Stack gap="s">
      <SectionTitle>If you lose the password</SectionTitle>
      <Soft>
        {data === undefined || data.codes === 0
          ? 'Recovery codes are printed now and used then: each lets you set a new password, once. Without one nobody can let you in again.'
          : `${plural(data.codes, 'recovery code is', 'recovery codes are')} left. New ones end those before.`}
      </Soft>
      {codes && (
        <View
          role="region"
          aria-label="Your recovery codes"
          style={{ backgroundColor: c.askSoft, borderRadius: 16, padding: SPACE.l, gap: SPACE.s }}
        >
          <Text variant="bodyMedium" style={{ color: c.onAskSoft }}>
            They are shown this once. Print them, or keep them where your password is not.
          </Text>
          {codes.map((code) => (
            <Text key={code} selectable variant="titleMedium" style={{ color: c.onAskSoft }}>
              {code}
            </Text>
          ))}
          <Row gap="s" wrap>
            <Button mode="contained" onPress={() => window.print()}>
              Print
            </Button>
            <CopyButton label="Copy the codes" text={() => codes.join('\n')} />
          </Row>
        </View>
      )}
      <Fold title={data && data.codes > 0 ? 'New recovery codes' : 'Make recovery codes'}>
        <AccountForm
          label="Recovery codes"
          button="Show the codes"
          schema={passwordAgainSchema}
          fields={[PASSWORD]}
          onSend={({ password }) => make.mutateAsync(password!)}
          error={make.error}
          isPending={make.isPending}
        />
      </Fold>
    </Stack>
  );
}

/** Leaving: the account goes with everything in it, at once. */
export function LeaveForGood() {
  const remove = useDeleteAccount();
  return (
    <Stack gap="s">
      <SectionTitle>Leave for good</SectionTitle>
      <Soft>
        Your account goes at once, with every term, course, score, scale and rehearsal. Nobody can bring it
        back: take everything along first, under In and out.
      </Soft>
      <Fold title="Delete the account">
        <AccountForm
          label="Delete the account"
          button="Delete it with everything in it"
          schema={passwordAgainSchema}
          fields={[PASSWORD]}
          onSend={({ password }) => remove.mutateAsync(password!)}
          error={remove.error}
          isPending={remove.isPending}
          grave
        />
      </Fold>
    </Stack>
  );
}
