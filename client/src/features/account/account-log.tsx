import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useAccount, type Done, type DoneWhat } from '@/data/account';
import { reasonOf } from '@/data/api';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Fold } from '@/ui/fold';
import { FailedLine, Loading } from '@/ui/states';
import { Soft } from '@/ui/text';
import { wholeMoment } from '@/wording/days';

const WORDS: Readonly<Record<DoneWhat, string>> = {
  made: 'The account was made',
  'signed in': 'Signed in',
  'came back': 'Signed in with a new password, by a code or a link',
  'signed out': 'Signed out',
  name: 'Another name',
  email: 'Another e-mail',
  password: 'Another password; every other session ended',
  sessions: 'A session elsewhere, or all of them, ended',
  codes: 'New recovery codes',
  'taken along': 'Everything taken along as a file',
  'put back': 'A file with everything put back',
};

/** What was done with the account, when and with what: whatever was not the student's own doing stands out. */
export function AccountLog() {
  const c = useColours();
  const { data, error, isPending, refetch } = useAccount();
  // What was kept of an earlier version has none.
  const log = (data as { log?: readonly Done[] } | undefined)?.log;
  return (
    <Fold title="What was done with the account" summary="Sign-ins and changes, the newest first.">
      {isPending && <Loading what="what was done" />}
      {error && !data && <FailedLine retry={() => void refetch()}>{reasonOf(error)}</FailedLine>}
      {log?.length === 0 && <Soft>Nothing yet.</Soft>}
      <View role="list" aria-label="What was done with the account">
        {log?.map(({ at, what, device }) => (
          <View
            key={`${at} ${what}`}
            role="listitem"
            style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s }}
          >
            <Text variant="bodyMedium">{WORDS[what]}</Text>
            <Soft>
              {wholeMoment(at)} · {device}
            </Soft>
          </View>
        ))}
      </View>
      <Soft>
        The newest hundred are kept. Is one of them not yours? Change the password: every other session ends.
      </Soft>
    </Fold>
  );
}
