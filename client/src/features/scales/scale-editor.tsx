import { checkScale, isDecimal, isSame, rational, typedDecimal, type Band, type Scale } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, IconButton, TextInput } from 'react-native-paper';
import { scalesQuery } from '@/data/library';
import { useOver } from '@/data/use-over';
import { SCALE_PRESETS } from '@/model/scale-presets';
import { RoundRule } from '@/rules/round/editor';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { KeptField } from '@/ui/fields/kept-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { Panel } from '@/ui/panel';
import { Soft, Wrong } from '@/ui/text';
import { number } from '@/wording/words';

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
  const { round, bands } = scale;
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
      <RoundRule
        of="the course"
        value={round}
        onChange={(next) => set({ ...(next && { round: next }), bands })}
      />
      {bands.map((band, index) => (
        <BandFields
          key={index}
          band={band}
          scale={scale}
          set={set}
          wrong={faults.get(`scale.bands[${index}].from`)}
        />
      ))}
      <NewBand scale={scale} set={set} />
    </Stack>
  );
}

interface ScaleChoiceProps {
  label: string;
  scale: Scale | undefined;
  onChange: (scale: Scale) => void;
}

/** A scale to start from: the student's own, and the common shapes. */
export function ScaleChoice({ label, scale, onChange }: ScaleChoiceProps) {
  const { data: own = [] } = useQuery(scalesQuery);
  const all = [...own, ...SCALE_PRESETS];
  const chosen =
    all.find((candidate) => isSame(candidate.scale, scale)) ??
    all.find((candidate) => isSame(candidate.scale.bands, scale?.bands));
  return (
    <Choice
      label={label}
      value={chosen?.id ?? OTHER}
      options={[
        ...all.map(({ id, name, scale: { bands } }) => ({
          value: id,
          label: name,
          hint: bandsWords({ bands }),
        })),
        ...(chosen ? [] : [{ value: OTHER, label: 'Another' }]),
      ]}
      onChange={(id) => {
        const kept = own.find((candidate) => candidate.id === id);
        const shape = SCALE_PRESETS.find((candidate) => candidate.id === id);
        // A common shape says nothing of rounding: what the course has stays.
        if (kept) onChange(kept.scale);
        else if (shape) onChange({ ...scale, bands: shape.scale.bands });
      }}
    />
  );
}

const OTHER = 'other';

/** "A from 90 · B from 80". */
function bandsWords({ bands }: Scale): string {
  return bands.map((band) => `${band.label} from ${number(band.from)}`).join(' · ');
}

/** Whether something has the form of a scale, its bands in whatever order. */
function isAlmostScale(value: unknown): value is Scale {
  const bands = (value as Scale | null)?.bands;
  return (
    Array.isArray(bands) &&
    bands.every(({ label, from }) => typeof label === 'string' && typeof from === 'string')
  );
}

interface BandFieldsProps {
  band: Band;
  scale: Scale;
  set: (scale: Scale) => void;
  /** What is wrong with its cut-off beside those of the others. */
  wrong?: string | undefined;
}

function BandFields({ band, scale, set, wrong }: BandFieldsProps) {
  const index = scale.bands.indexOf(band);
  const isLowest = index === scale.bands.length - 1;
  const change = (fields: { [F in keyof Band]?: Band[F] | undefined }) => {
    const entries = Object.entries({ ...band, ...fields }).filter(([, value]) => value !== undefined);
    const next = Object.fromEntries(entries) as unknown as Band;
    set({ ...scale, bands: scale.bands.map((other) => (other === band ? next : other)) });
  };
  const others = scale.bands.filter((other) => other !== band);
  return (
    <Stack gap="xs" role="group" aria-label={`Band ${band.label}`}>
      <Row gap="s" align="start">
        <KeptField
          label={`Letter of ${band.label}`}
          shown="Letter"
          value={band.label}
          fault={(text) => labelFault(text, others)}
          onKeep={(label) => change({ label: label.trim() })}
          style={{ flex: 1 }}
        />
        {!isLowest && (
          <KeptField
            label={`Cut-off of ${band.label}`}
            shown="From %"
            value={band.from}
            fault={(text) => (isDecimal(text) ? undefined : 'A percent, such as 87 or 89.5.')}
            beside={wrong}
            onKeep={(from) => change({ from })}
            style={{ flex: 1 }}
            numeric
          />
        )}
        <NumberRule
          label={`Credit points of ${band.label}`}
          shown="Points"
          value={band.points}
          wants="From 0 up, or nothing."
          onKeep={(points) => change({ points })}
          width={80}
        />
        <NumberRule
          label={`What ${band.label} is worth as a score`}
          shown="Score %"
          value={band.worth}
          wants="From 0 up, or nothing."
          onKeep={(worth) => change({ worth })}
          width={88}
        />
      </Row>
      <View style={{ flexDirection: 'row', alignItems: 'center', justifyContent: 'space-between' }}>
        <Choice
          label={`Whether ${band.label} passes`}
          value={band.pass === false ? 'fails' : 'passes'}
          options={[
            { value: 'passes', label: 'Passes' },
            { value: 'fails', label: 'Fails' },
          ]}
          onChange={(pass) => change({ pass: pass === 'fails' ? false : undefined })}
        />
        {isLowest ? (
          <Soft>from 0: whatever is left</Soft>
        ) : (
          <IconButton
            icon="delete"
            size={20}
            accessibilityLabel={`Delete the band ${band.label}`}
            onPress={() => set({ ...scale, bands: others })}
          />
        )}
      </View>
    </Stack>
  );
}

function labelFault(text: string, others: readonly Band[]): string | undefined {
  const label = text.trim();
  if (label === '') return 'A letter must not be blank.';
  if (label.length > 20) return 'At most 20 characters.';
  return others.some((other) => other.label === label) ? `${label} stands in the scale already.` : undefined;
}

function NewBand({ scale, set }: Pick<BandFieldsProps, 'scale' | 'set'>) {
  const c = useColours();
  const [label, setLabel] = useState('');
  const [typed, setFrom] = useState('');
  const from = typedDecimal(typed);
  const wrong =
    label === '' && from === ''
      ? undefined
      : (labelFault(label, scale.bands) ?? newCutOffFault(from, scale.bands));
  const add = () => {
    if (label === '' || wrong) return;
    const bands = [...scale.bands, { label: label.trim(), from }];
    bands.sort((a, b) => rational(b.from).compare(rational(a.from)));
    set({ ...scale, bands });
    setLabel('');
    setFrom('');
  };
  const field = (name: string, shown: string, value: string, onChange: (text: string) => void) => (
    <TextInput
      mode="outlined"
      dense
      label={shown}
      aria-label={name}
      value={value}
      onChangeText={onChange}
      onSubmitEditing={add}
      submitBehavior="submit"
      style={{ width: 108, backgroundColor: c.paper }}
    />
  );
  return (
    <Stack gap="xs" role="form" aria-label="New band">
      <Row gap="s" align="center">
        {field('Letter of a new band', 'New letter', label, setLabel)}
        {field('Cut-off of a new band', 'From %', typed, setFrom)}
        <IconButton
          icon="plus"
          mode="contained"
          size={20}
          accessibilityLabel="Add the band"
          disabled={label === '' || !!wrong}
          onPress={add}
        />
      </Row>
      {wrong && <Wrong>{wrong}</Wrong>}
    </Stack>
  );
}

function newCutOffFault(from: string, bands: readonly Band[]): string | undefined {
  if (!isDecimal(from) || rational(from).n === 0n) return 'A percent above 0 at which it starts.';
  const taken = bands.find((band) => rational(band.from).compare(rational(from)) === 0);
  return taken && `${taken.label} starts there already.`;
}
