import { checkArchive, type AccountArchive, type Fault } from '@fidens/core';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { ChooseFiles } from '@/course-ui/choose-files';
import { FaultList } from '@/course-ui/fault-list';
import { useArchive, usePutBack } from '@/data/account';
import { reasonOf } from '@/data/api';
import type { Term } from '@/data/term-days';
import { Row, Stack } from '@/ui/box';
import { Panel } from '@/ui/panel';
import { Soft, Wrong } from '@/ui/text';
import { plural } from '@/wording/words';
import { saveJson } from './save';

/** The whole account as one file, and such a file put back after a look at what is in it. */
export function AccountArchiveFiles({ terms }: { terms: readonly Term[] }) {
  const take = useArchive();
  const [found, setFound] = useState<AccountArchive>();
  const [wrong, setWrong] = useState<{ what: string; faults: readonly Fault[] }>();
  const [said, setSaid] = useState<string>();
  const open = async ([file]: readonly File[]) => {
    setFound(undefined);
    setWrong(undefined);
    setSaid(undefined);
    const what = file!.name;
    try {
      const checked = checkArchive(JSON.parse(await file!.text()));
      if (checked.ok) setFound(checked.value);
      else setWrong({ what, faults: checked.faults });
    } catch {
      setWrong({ what, faults: [{ at: '', message: 'is no archive of an account: it is no JSON' }] });
    }
  };
  return (
    <Stack gap="s">
      <Soft>
        One file with every term, course, its history, scale, rule sheet and rehearsal. It can be put back
        into this account or another one.
      </Soft>
      <Row gap="s" wrap>
        <Button
          mode="outlined"
          loading={take.isPending}
          onPress={() =>
            take.mutate(undefined, { onSuccess: (archive) => saveJson(archive, 'Fidens account') })
          }
        >
          Save the whole account
        </Button>
        <ChooseFiles
          label="Put an account file back"
          onFiles={(files) => void open(files)}
          onTooLarge={setSaid}
        />
      </Row>
      {take.error && <Wrong>{reasonOf(take.error)}</Wrong>}
      {said !== undefined && <Wrong>{said}</Wrong>}
      {wrong && <FaultList {...wrong} />}
      {found && <PutBack archive={found} terms={terms} onEnd={() => setFound(undefined)} />}
    </Stack>
  );
}

interface PutBackProps {
  archive: AccountArchive;
  terms: readonly Term[];
  onEnd: () => void;
}

/** What is in an archive, before it is put back beside what is here. */
function PutBack({ archive, terms, onEnd }: PutBackProps) {
  const put = usePutBack();
  const { courses, scales, sheets, rehearsals } = archive;
  const alike = archive.terms.filter(({ name }) => terms.some((term) => term.name === name));
  return (
    <Panel label="What is in the account file" tone="ask">
      <Soft>
        {[
          plural(archive.terms.length, 'term'),
          plural(courses.length, 'course'),
          plural(
            courses.reduce((sum, { history }) => sum + history.length, 0),
            'change of the past',
            'changes of the past',
          ),
          plural(scales.length, 'scale'),
          plural(sheets.length, 'rule sheet'),
          plural(rehearsals.length, 'rehearsal'),
        ].join(', ')}
        .
      </Soft>
      <Soft>{archive.terms.map(({ name }) => name).join(', ')}</Soft>
      {alike.length > 0 && (
        <Soft>
          A term of the same name is here already: {alike.map(({ name }) => name).join(', ')}. It stays, and
          the other one comes beside it.
        </Soft>
      )}
      <Row gap="s" wrap>
        <Button
          mode="contained"
          loading={put.isPending}
          disabled={put.isPending}
          onPress={() => put.mutate(archive, { onSuccess: onEnd })}
        >
          Put it all back
        </Button>
        <Button mode="outlined" onPress={onEnd}>
          Leave it
        </Button>
      </Row>
      {put.error && <Wrong>{reasonOf(put.error)}</Wrong>}
    </Panel>
  );
}
