import { fromUnit, inUnit, isDecimal, rational, typedDecimal, type Band, type Scale } from '@fidens/core';
import { useId, useRef } from 'react';
import { useForm, useWatch, type ResolverResult } from 'react-hook-form';
import { ScrollView, View } from 'react-native';
import { IconButton, Text } from 'react-native-paper';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import type { Focusable } from '@/ui/fields/focusable';
import { FormField } from '@/ui/fields/form-field';
import { KeptField } from '@/ui/fields/kept-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { useColumn } from '@/ui/fields/use-column';
import { useNextRow } from '@/ui/fields/use-next-row';
import { Wrong } from '@/ui/text';

interface ScaleTableProps {
  scale: Scale;
  set: (scale: Scale) => void;
  /** What is wrong with each band's cut-off beside those of the others. */
  wrong: (index: number) => string | undefined;
}

const WIDTHS = { label: 72, from: 76, worth: 76, points: 64, remove: 36 } as const;

/** A grading scale as one table, the highest band on top; Enter goes down each column. */
export function ScaleTable({ scale, set, wrong }: ScaleTableProps) {
  const { bands } = scale;
  const order = bands.map((_, index) => String(index));
  const labels = useColumn(order);
  const cutOffs = useColumn(order);
  const worths = useColumn(order);
  const points = useColumn(order);
  const { outOf } = scale;
  return (
    // On the narrowest phones its last columns are scrolled to.
    <ScrollView horizontal contentContainerStyle={{ flexGrow: 1 }}>
      <Stack gap="xs" role="group" aria-label="Bands of the scale">
        <Row gap="xs">
          <Head width={WIDTHS.label}>Letter</Head>
          <Head width={WIDTHS.from}>{outOf === undefined ? 'From %' : `From, of ${outOf}`}</Head>
          <Head width={WIDTHS.worth}>Score %</Head>
          <Head width={WIDTHS.points}>Points</Head>
        </Row>
        {bands.map((band, index) => {
          const id = String(index);
          const others = bands.filter((other) => other !== band);
          const isLowest = index === bands.length - 1;
          const change = (fields: { [F in keyof Band]?: Band[F] | undefined }) => {
            const entries = Object.entries({ ...band, ...fields }).filter(([, value]) => value !== undefined);
            const next = Object.fromEntries(entries) as unknown as Band;
            set({ ...scale, bands: bands.map((other) => (other === band ? next : other)) });
          };
          return (
            <Row key={index} gap="xs" align="start" role="group" aria-label={`Band ${band.label}`}>
              <KeptField
                label={`Letter of ${band.label}`}
                value={band.label}
                fault={(text) => labelFault(text, others)}
                onKeep={(label) => change({ label: label.trim() })}
                style={{ width: WIDTHS.label }}
                fieldRef={labels.ref(id)}
                onEnter={() => labels.next(id)}
              />
              {isLowest ? (
                <View
                  style={{
                    width: WIDTHS.from,
                    paddingTop: SPACE.m,
                    paddingRight: SPACE.l,
                    alignItems: 'flex-end',
                  }}
                >
                  <Text variant="bodyLarge">0</Text>
                </View>
              ) : (
                <KeptField
                  label={`Cut-off of ${band.label}`}
                  value={inUnit(band.from, scale)}
                  fault={(text) => (isDecimal(text) ? undefined : 'A number, such as 87 or 89.5.')}
                  beside={wrong(index)}
                  onKeep={(from) => change({ from: fromUnit(from, scale) })}
                  style={{ width: WIDTHS.from }}
                  numeric
                  fieldRef={cutOffs.ref(id)}
                  onEnter={() => cutOffs.next(id)}
                />
              )}
              <NumberRule
                label={`What ${band.label} is worth as a score`}
                value={band.worth}
                wants="From 0 up, or nothing."
                onKeep={(worth) => change({ worth })}
                width={WIDTHS.worth}
                fieldRef={worths.ref(id)}
                onEnter={() => worths.next(id)}
              />
              <NumberRule
                label={`Credit points of ${band.label}`}
                value={band.points}
                wants="From 0 up, or nothing."
                onKeep={(credit) => change({ points: credit })}
                width={WIDTHS.points}
                fieldRef={points.ref(id)}
                onEnter={() => points.next(id)}
              />
              {!isLowest && (
                <IconButton
                  icon="delete"
                  size={18}
                  style={{ margin: 0, width: WIDTHS.remove }}
                  accessibilityLabel={`Delete the band ${band.label}`}
                  onPress={() => set({ ...scale, bands: others })}
                />
              )}
            </Row>
          );
        })}
        <NewBand scale={scale} set={set} />
      </Stack>
    </ScrollView>
  );
}

function Head({ width, children }: { width: number; children: string }) {
  const c = useColours();
  return (
    <Text variant="labelMedium" numberOfLines={1} style={{ width, color: c.soft }} aria-hidden>
      {children}
    </Text>
  );
}

function labelFault(text: string, others: readonly Band[]): string | undefined {
  const label = text.trim();
  if (label === '') return 'A letter must not be blank.';
  if (label.length > 20) return 'At most 20 characters.';
  return others.some((other) => other.label === label) ? `${label} stands in the scale already.` : undefined;
}

/** The row of a band to come: its letter, then where it starts; Enter adds it and makes room for the next. */
function NewBand({ scale, set }: Pick<ScaleTableProps, 'scale' | 'set'>) {
  const c = useColours();
  const { control, handleSubmit, reset, formState } = useForm({
    resolver: (typed: TypedBand) => newBandFault(typed, scale),
    defaultValues: { label: '', from: '' },
    mode: 'onChange',
  });
  const nextRow = useNextRow();
  const cutOff = useRef<Focusable>(null);
  const { label = '', from = '' } = useWatch({ control });
  const { errors } = formState;
  const wrong = errors.label?.message ?? errors.from?.message;
  const wrongId = useId();
  const add = () =>
    void handleSubmit((typed) => {
      if (typed.label === '') return;
      if (typed.from === '') return cutOff.current?.focus();
      const bands = [
        ...scale.bands,
        { label: typed.label.trim(), from: fromUnit(typedDecimal(typed.from), scale) },
      ];
      bands.sort((a, b) => rational(b.from).compare(rational(a.from)));
      set({ ...scale, bands });
      nextRow.begin(reset);
    })();
  const field = { control, dense: true, onSubmitEditing: add, saidAt: wrongId };
  const ground = { backgroundColor: c.paper };
  return (
    <Stack gap="xs" role="form" aria-label="New band">
      <Row gap="xs" align="center">
        <View style={{ width: WIDTHS.label }}>
          <FormField
            {...field}
            name="label"
            fieldRef={nextRow.first}
            label="Letter of a new band"
            shown=""
            placeholder="New"
            style={ground}
          />
        </View>
        <View style={{ width: WIDTHS.from }}>
          <FormField
            {...field}
            name="from"
            fieldRef={cutOff}
            label="Cut-off of a new band"
            shown=""
            inputMode="decimal"
            style={{ ...ground, textAlign: 'right' }}
          />
        </View>
        <IconButton
          icon="plus"
          mode="contained"
          size={20}
          accessibilityLabel="Add the band"
          disabled={label === '' || from === '' || !!wrong}
          onPress={add}
        />
      </Row>
      {wrong && <Wrong id={wrongId}>{wrong}</Wrong>}
    </Stack>
  );
}

interface TypedBand {
  label: string;
  from: string;
}

/** What is wrong with a band that is being typed, as a form asks for it; a row in which nothing is typed is right. */
function newBandFault(typed: TypedBand, scale: Scale): ResolverResult<TypedBand> {
  const from = typedDecimal(typed.from);
  const isEmpty = typed.label === '' && from === '';
  const label = isEmpty ? undefined : labelFault(typed.label, scale.bands);
  const cutOff = from === '' ? undefined : newCutOffFault(from, scale);
  const errors = {
    ...(label !== undefined && { label: { type: 'fault', message: label } }),
    ...(cutOff !== undefined && { from: { type: 'fault', message: cutOff } }),
  };
  return Object.keys(errors).length > 0 ? { values: {}, errors } : { values: typed, errors: {} };
}

function newCutOffFault(from: string, scale: Scale): string | undefined {
  if (!isDecimal(from) || rational(from).n === 0n) return 'A number above 0 at which it starts.';
  const percent = rational(fromUnit(from, scale));
  const taken = scale.bands.find((band) => rational(band.from).compare(percent) === 0);
  return taken && `${taken.label} starts there already.`;
}
