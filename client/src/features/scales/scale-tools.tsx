import { decimalText, rational, withWorths, type Band, type Scale } from '@fidens/core';
import { useRef, useState } from 'react';
import type { View } from 'react-native';
import { Button, TextInput } from 'react-native-paper';
import { bandsFromText } from '@/model/lines/scale-lines';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import { STAYS } from '@/ui/fields/stays';
import { Soft } from '@/ui/text';
import { usePastedLines } from '@/ui/hooks/use-frame';
import { bandsWords } from '@/wording/scale-words';

interface ScaleToolProps {
  scale: Scale;
  set: (scale: Scale) => void;
}

/** A whole scale as a syllabus writes it, typed or pasted in one go. */
export function ScaleAsText({ scale, set }: ScaleToolProps) {
  const c = useColours();
  const [text, setText] = useState('');
  const frame = useRef<View>(null);
  const bands = bandsFromText(text, scale.bands);
  usePastedLines(frame, setText);
  const take = () => {
    if (!bands) return;
    set({ ...scale, bands });
    setText('');
  };
  return (
    <Stack gap="xs" ref={frame}>
      <Row gap="s" align="center">
        <TextInput
          mode="outlined"
          dense
          label="The scale as text: A 93, A− 90, …"
          aria-label="The scale as text"
          value={text}
          onChangeText={setText}
          onSubmitEditing={take}
          {...STAYS}
          style={{ flex: 1, backgroundColor: c.card }}
        />
        <Button compact mode="contained-tonal" disabled={!bands} onPress={take}>
          Take it
        </Button>
      </Row>
      {text !== '' && (
        <Soft>
          {bands
            ? `Makes ${bandsWords({ bands })}.`
            : 'Each letter with where it starts, between commas or one a line: “A 93, B 85”, “90-100 A”, “F below 60”.'}
        </Soft>
      )}
    </Stack>
  );
}

/** What is done to all bands together. */
export function ScaleTools({ scale, set }: ScaleToolProps) {
  const { bands, outOf } = scale;
  const lacksWorth = bands.some(({ worth }) => worth === undefined);
  const lower = shifted(scale, '-1');
  const higher = shifted(scale, '1');
  return (
    <Stack gap="s">
      <Row gap="xs" wrap align="center">
        <Soft>All cut-offs:</Soft>
        <Button compact mode="outlined" disabled={!lower} onPress={() => lower && set(lower)}>
          1% lower
        </Button>
        <Button compact mode="outlined" disabled={!higher} onPress={() => higher && set(higher)}>
          1% higher
        </Button>
        {lacksWorth && (
          <Button compact mode="outlined" onPress={() => set(withWorths(scale))}>
            Fill “Score %” with the middles
          </Button>
        )}
      </Row>
      <Choice
        label="The lowest that passes"
        value={lowestPassing(bands)}
        options={[
          { value: ALL, label: 'All pass' },
          ...bands.slice(0, -1).map(({ label }) => ({ value: label, label: `${label} passes` })),
        ]}
        onChange={(label) => set({ ...scale, bands: passingFrom(bands, label) })}
      />
      <NumberRule
        label="100% is written as, by this scale"
        shown="100% is written as"
        value={outOf}
        wants="A number above 0, such as 4, or nothing for percent."
        positive
        width={168}
        onKeep={(unit) => {
          const { outOf: _outOf, ...rest } = scale;
          set(unit === undefined ? rest : { ...rest, outOf: unit });
        }}
      />
      {outOf !== undefined && <Soft>Cut-offs and grades are written as parts of {outOf}.</Soft>}
    </Stack>
  );
}

const ALL = '';

function lowestPassing(bands: readonly Band[]): string {
  if (bands.every(({ pass }) => pass !== false)) return ALL;
  return bands.findLast(({ pass }) => pass !== false)?.label ?? ALL;
}

function passingFrom(bands: readonly Band[], label: string): Band[] {
  const last = bands.findIndex((band) => band.label === label);
  return bands.map((band, index) => {
    const { pass: _pass, ...rest } = band;
    return label !== ALL && index > last ? { ...rest, pass: false } : rest;
  });
}

/** All cut-offs but the lowest moved by a number of percent points; nothing where one would come to 0 or below. */
function shifted(scale: Scale, by: string): Scale | undefined {
  const moved = scale.bands
    .slice(0, -1)
    .map((band) => ({ band, from: rational(band.from).add(rational(by)) }));
  if (moved.length === 0 || moved.some(({ from }) => from.s <= 0n)) return undefined;
  const bands = moved.map(({ band, from }) => ({ ...band, from: decimalText(from, 6) }));
  return { ...scale, bands: [...bands, scale.bands.at(-1)!] };
}
