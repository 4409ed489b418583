import {
  bandOf,
  courseSetting,
  decimalText,
  fractionOfPercent,
  HUNDRED,
  isDecimal,
  lettersOf,
  rational,
  rounded,
  type Band,
  type Edit,
  type Scale,
} from '@fidens/core';
import { useState } from 'react';
import { View } from 'react-native';
import { IconButton, Text, TextInput } from 'react-native-paper';
import { Choice } from '../parts/choice';
import { Fold } from '../parts/fold';
import { KeptField } from '../parts/kept-field';
import { NumberRule } from '../parts/number-rule';
import { SectionTitle, Soft } from '../parts/words';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';
import { roundWords } from './rule-words';
import { RoundRule } from './round-rule';
import { SCALE_PRESETS } from './scale-presets';
import { number } from './words';

interface ScaleRulesProps {
  scale: Scale;
  edit: (edits: readonly Edit[], done?: string) => void;
}

/** The grading scale: how the course is rounded, and where each letter starts. */
export function ScaleRules({ scale, edit }: ScaleRulesProps) {
  const { round } = scale;
  const set = (next: Scale) => edit([courseSetting({ scale: next })]);
  return (
    <View style={{ gap: SPACE.s }}>
      <SectionTitle>Grading scale</SectionTitle>
      <Soft>
        {round
          ? `The course is rounded ${roundWords(round)}, before it gets its letter.`
          : 'The course is not rounded: a hair below a cut-off is below it.'}
      </Soft>
      {round && <Soft>{borderWords(scale)}</Soft>}
      <BandList scale={scale} />
      <Fold title="Change the scale">
        <RoundRule
          of="the course"
          value={round}
          onChange={(next) => set({ ...(next && { round: next }), bands: scale.bands })}
        />
        {scale.bands.map((band) => (
          <BandFields key={band.label} band={band} scale={scale} set={set} />
        ))}
        <NewBand scale={scale} set={set} />
        <Choice
          label="Start from a common scale"
          value={presetOf(scale)}
          options={[
            ...SCALE_PRESETS.map(({ id, name }) => ({ value: id, label: name })),
            { value: OWN, label: 'Your own' },
          ]}
          onChange={(id) => {
            const preset = SCALE_PRESETS.find((candidate) => candidate.id === id);
            if (preset) set({ ...(round && { round }), bands: preset.scale.bands });
          }}
        />
      </Fold>
    </View>
  );
}

const OWN = 'own';

function presetOf({ bands }: Scale): string {
  const same = SCALE_PRESETS.find(({ scale }) => JSON.stringify(scale.bands) === JSON.stringify(bands));
  return same?.id ?? OWN;
}

/** What rounding does at the highest cut-off, from the scale's own numbers. */
function borderWords(scale: Scale): string {
  const letters = lettersOf(scale);
  const step = fractionOfPercent(scale.round!.step);
  const half = letters.bands[0]!.from.sub(step.div(rational('2')));
  const words = [half, half.sub(fractionOfPercent('0.01'))]
    .filter((value) => value.s > 0n)
    .map((value) => {
      const percent = decimalText(value.mul(HUNDRED), 6);
      return `${percent} becomes ${decimalText(rounded(value, letters).mul(HUNDRED), 6)}, ${bandOf(value, letters).label}`;
    });
  return `${words.join('; ')}.`;
}

function BandList({ scale: { bands } }: { scale: Scale }) {
  const c = useColours();
  return (
    <View>
      {bands.map((band) => (
        <View
          key={band.label}
          style={{
            flexDirection: 'row',
            gap: SPACE.m,
            alignItems: 'baseline',
            borderTopWidth: 1,
            borderColor: c.rule,
            paddingVertical: SPACE.s,
          }}
        >
          <Text variant="headlineSmall" style={{ color: c.ink, minWidth: 56 }}>
            {band.label}
          </Text>
          <Text variant="bodyMedium" style={{ color: c.ink, flex: 1 }}>
            from {number(band.from)}
          </Text>
          <Soft>
            {[
              band.points !== undefined && `${band.points} points`,
              band.worth !== undefined && `as a score ${number(band.worth)}%`,
              band.pass === false && 'fails',
            ]
              .filter(Boolean)
              .join(' · ')}
          </Soft>
        </View>
      ))}
    </View>
  );
}

interface BandFieldsProps {
  band: Band;
  scale: Scale;
  set: (scale: Scale) => void;
}

function BandFields({ band, scale, set }: BandFieldsProps) {
  const index = scale.bands.indexOf(band);
  const isLowest = index === scale.bands.length - 1;
  const change = (fields: { [F in keyof Band]?: Band[F] | undefined }) => {
    const entries = Object.entries({ ...band, ...fields }).filter(([, value]) => value !== undefined);
    const next = Object.fromEntries(entries) as unknown as Band;
    set({ ...scale, bands: scale.bands.map((other) => (other === band ? next : other)) });
  };
  const others = scale.bands.filter((other) => other !== band);
  return (
    <View style={{ gap: SPACE.xs }} role="group" aria-label={`Band ${band.label}`}>
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'flex-start' }}>
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
            fault={(text) => cutOffFault(text, scale.bands[index - 1], scale.bands[index + 1])}
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
      </View>
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
    </View>
  );
}

function labelFault(text: string, others: readonly Band[]): string | undefined {
  const label = text.trim();
  if (label === '') return 'A letter must not be blank.';
  if (label.length > 20) return 'At most 20 characters.';
  return others.some((other) => other.label === label) ? `${label} stands in the scale already.` : undefined;
}

/** Cut-offs fall strictly: one lies between its neighbours. */
function cutOffFault(text: string, above: Band | undefined, below: Band | undefined): string | undefined {
  const most = above ? ` and below ${number(above.from)}` : '';
  const wanted = `A percent above ${number(below?.from ?? '0')}${most}.`;
  if (!isDecimal(text)) return wanted;
  const from = rational(text);
  const fits =
    from.compare(rational(below?.from ?? '0')) > 0 && (!above || from.compare(rational(above.from)) < 0);
  return fits ? undefined : wanted;
}

function NewBand({ scale, set }: Pick<BandFieldsProps, 'scale' | 'set'>) {
  const c = useColours();
  const [label, setLabel] = useState('');
  const [typed, setFrom] = useState('');
  const from = typed.trim().replace(',', '.');
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
    <View style={{ gap: SPACE.xs }} role="form" aria-label="New band">
      <View style={{ flexDirection: 'row', gap: SPACE.s, alignItems: 'center' }}>
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
      </View>
      {wrong && (
        <Text variant="bodySmall" role="alert" style={{ color: c.error }}>
          {wrong}
        </Text>
      )}
    </View>
  );
}

function newCutOffFault(from: string, bands: readonly Band[]): string | undefined {
  if (!isDecimal(from) || rational(from).n === 0n) return 'A percent above 0 at which it starts.';
  const taken = bands.find((band) => rational(band.from).compare(rational(from)) === 0);
  return taken && `${taken.label} starts there already.`;
}
