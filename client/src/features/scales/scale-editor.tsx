import { checkScale, isSame, type Scale } from '@fidens/core';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { useOver } from '@/data/use-over';
import { ScaleRound } from '@/rules/round/editor';
import { Row, Stack } from '@/ui/box';
import { Panel } from '@/ui/panel';
import { Soft } from '@/ui/text';
import { bandsWords, borderWords } from '@/wording/scale-words';
import { ScaleTable } from './scale-table';
import { ScaleAsText, ScaleTools } from './scale-tools';

/** Puts a scale in force; answers why not, where it is refused. */
export type SetScale = (scale: Scale) => string | undefined | void;

interface ScaleEditorProps {
  /** Whose scale it is: what is typed and not in force yet is kept under it. */
  of: string;
  /** The scale that is in force. */
  scale: Scale;
  set: SetScale;
}

/**
 * A grading scale with every field of it. It is one thing: its bands are typed in any order, and it comes into force as soon as it is
 * right as a whole; until then what was typed stays, with what is wrong beside it, and what holds meanwhile.
 */
export function ScaleEditor({ of, scale: inForce, set: putInForce }: ScaleEditorProps) {
  const draft = useOver(`scale of ${of}`, inForce, isAlmostScale);
  const [refused, setRefused] = useState<string>();
  const scale = draft.mine ?? inForce;
  const checked = checkScale(scale);
  const set = (next: Scale) => {
    setRefused(undefined);
    if (isSame(next, inForce)) return draft.forget();
    const reason = checkScale(next).ok && !draft.isStale ? (putInForce(next) ?? '') : 'waits';
    if (reason === '') return draft.forget();
    draft.write(next);
    if (reason !== 'waits') setRefused(reason);
  };
  const keepMine = () => {
    const reason = putInForce(scale);
    if (reason) setRefused(reason);
    else draft.forget();
  };
  const faults = new Map((checked.ok ? [] : checked.faults).map(({ at, message }) => [at, message]));
  return (
    <Stack gap="l">
      {draft.mine && (
        <Panel label="The scale is not kept yet" tone="ask">
          <Soft>
            {draft.isStale
              ? 'The scale was changed elsewhere while this was typed.'
              : (refused ?? 'Not kept yet: it is kept as soon as all cut-offs fall from the top down.')}
          </Soft>
          <Soft>Until then it is {bandsWords(inForce)}.</Soft>
          <Row gap="s" wrap>
            {checked.ok && (
              <Button mode="contained" compact onPress={keepMine}>
                {draft.isStale ? 'Keep mine' : 'Try again'}
              </Button>
            )}
            <Button
              compact
              onPress={() => {
                setRefused(undefined);
                draft.forget();
              }}
            >
              {draft.isStale ? 'Keep theirs' : 'Discard what was typed'}
            </Button>
          </Row>
        </Panel>
      )}
      <ScaleAsText scale={scale} set={set} />
      <ScaleTable scale={scale} set={set} wrong={(index) => faults.get(`scale.bands[${index}].from`)} />
      <ScaleTools scale={scale} set={set} />
      <ScaleRound scale={scale} set={set} />
      {scale.round && checked.ok && <Soft>{borderWords(scale)}</Soft>}
    </Stack>
  );
}

/** Whether something has the form of a scale, its bands in whatever order. */
function isAlmostScale(value: unknown): value is Scale {
  const bands = (value as Scale | null)?.bands;
  return (
    Array.isArray(bands) &&
    bands.every(({ label, from }) => typeof label === 'string' && typeof from === 'string')
  );
}
