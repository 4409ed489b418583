import type { Curve } from '@fidens/core';
import { Button } from 'react-native-paper';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import { curveWords } from '@/wording/curve-words';
import { capital } from '@/wording/words';
import type { RuleEditor } from '../rule';

type Form = 'none' | 'add' | 'times' | 'full' | 'line' | 'root' | 'steps';

interface CurveFieldsProps {
  of: string;
  value: Curve | undefined;
  onChange: (value: Curve | undefined) => string | undefined | void;
  /** What full marks are: the points of a piece; nothing of a category, which is in percent. */
  possible?: string;
}

/** How a value is curved: its form, then its numbers. */
export function CurveFields({ of, value, onChange, possible }: CurveFieldsProps) {
  const unit = possible === undefined ? '%' : 'points';
  const form: Form = value ? (Object.keys(value)[0] as Form) : 'none';
  return (
    <Stack gap="s">
      <Soft>{possible === undefined ? 'Curve of what it adds up to' : 'Curve'}</Soft>
      <Choice
        label={`Curve of ${of}`}
        value={form}
        options={[
          { value: 'none', label: 'No curve' },
          { value: 'add', label: possible === undefined ? 'Percent more' : 'Points more' },
          { value: 'full', label: 'Full marks earlier' },
          { value: 'times', label: 'Times' },
          { value: 'line', label: 'On a line' },
          { value: 'steps', label: 'In steps' },
          { value: 'root', label: 'Root', hint: 'Ten times the root of the percent: 64% becomes 80%.' },
        ]}
        onChange={(next) => void onChange(startOf(next, possible ?? '100'))}
      />
      {value && 'add' in value && (
        <CurveNumber
          label={`${unit === '%' ? 'Percent' : 'Points'} more, ${of}`}
          value={value.add}
          onKeep={(add) => onChange({ add })}
        />
      )}
      {value && 'times' in value && (
        <CurveNumber
          label={`Times, ${of}`}
          value={value.times}
          positive
          onKeep={(times) => onChange({ times })}
        />
      )}
      {value && 'full' in value && (
        <CurveNumber
          label={`${unit === '%' ? 'Percent' : 'Points'} that are full marks, ${of}`}
          value={value.full}
          positive
          onKeep={(full) => onChange({ full })}
        />
      )}
      {value && 'line' in value && <LineFields of={of} value={value} onChange={onChange} />}
      {value && 'steps' in value && <StepFields of={of} value={value} onChange={onChange} />}
      {value && <Soft>{capital(curveWords(value, possible === undefined ? '%' : ' points'))}.</Soft>}
    </Stack>
  );
}

/** A curve that changes nothing yet, to be adjusted; of steps the ones that a syllabus has. */
function startOf(form: Form, whole: string): Curve | undefined {
  switch (form) {
    case 'none':
      return undefined;
    case 'add':
      return { add: '0' };
    case 'times':
      return { times: '1' };
    case 'full':
      return { full: whole };
    case 'root':
      return { root: true };
    case 'line':
      return { line: { from: ['0', '100'], to: ['0', '100'] } };
    case 'steps':
      return {
        steps: [
          { from: '90', gives: '100' },
          { from: '80', gives: '50' },
          { from: '0', gives: '0' },
        ],
      };
  }
}

interface CurveNumberProps {
  label: string;
  value: string;
  positive?: boolean;
  onKeep: (value: string) => string | undefined | void;
}

function CurveNumber({ label, value, positive = false, onKeep }: CurveNumberProps) {
  return (
    <NumberRule
      label={label}
      shown={label.slice(0, label.indexOf(','))}
      value={value}
      wants={positive ? 'A number above 0.' : 'A number from 0 up.'}
      positive={positive}
      required
      width={180}
      onKeep={(text) => onKeep(text!)}
    />
  );
}

type LineOf = Extract<Curve, { line: unknown }>;
type StepsOf = Extract<Curve, { steps: unknown }>;
type OfForm<C> = Omit<CurveFieldsProps, 'value'> & { value: C };

function LineFields({ of, value: { line }, onChange }: OfForm<LineOf>) {
  const set = (key: 'from' | 'to', place: 0 | 1, text: string) => {
    const pair = line[key].with(place, text) as [string, string];
    return onChange({ line: { ...line, [key]: pair } });
  };
  return ([0, 1] as const).map((place) => (
    <Row key={place} gap="s" align="center" wrap>
      <CurveNumber
        label={`${place === 0 ? 'Low' : 'High'} percent, ${of}`}
        value={line.from[place]}
        onKeep={(text) => set('from', place, text)}
      />
      <CurveNumber
        label={`becomes, ${place === 0 ? 'low' : 'high'}, ${of}`}
        value={line.to[place]}
        onKeep={(text) => set('to', place, text)}
      />
    </Row>
  ));
}

function StepFields({ of, value: { steps }, onChange }: OfForm<StepsOf>) {
  const set = (place: number, fields: Partial<StepsOf['steps'][0]>) =>
    onChange({ steps: steps.with(place, { ...steps[place]!, ...fields }) });
  return (
    <>
      {steps.map(({ from, gives }, place) => (
        <Row key={place} gap="s" align="center" wrap>
          <NumberRule
            label={`From %, step ${place + 1}, ${of}`}
            shown="From %"
            value={from}
            wants="A percent from 0 up; steps fall down the list, and the last begins at 0."
            required
            onKeep={(text) => set(place, { from: text! })}
          />
          <NumberRule
            label={`gives %, step ${place + 1}, ${of}`}
            shown="gives %"
            value={gives}
            wants="A percent from 0 up, no more than the step before it gives."
            required
            onKeep={(text) => set(place, { gives: text! })}
          />
          {steps.length > 1 && place < steps.length - 1 && (
            <Button
              compact
              accessibilityLabel={`Delete step ${place + 1}, ${of}`}
              onPress={() => void onChange({ steps: steps.toSpliced(place, 1) })}
            >
              Delete
            </Button>
          )}
        </Row>
      ))}
      <Button
        compact
        icon="plus"
        style={{ alignSelf: 'flex-start' }}
        onPress={() => void onChange({ steps: withStep(steps) })}
      >
        Add a step
      </Button>
    </>
  );
}

/** One more step, in the middle between the two lowest. */
function withStep(steps: StepsOf['steps']): StepsOf['steps'] {
  const low = steps.at(-1)!;
  const above = steps.at(-2);
  const from = above ? Number(above.from) / 2 : 50;
  return steps.toSpliced(steps.length - 1, 0, { from: String(from), gives: low.gives });
}

/** The curve of what a category adds up to. */
export const CurveEditor: RuleEditor<Curve> = ({ of, value, onChange }) => (
  <CurveFields of={of} value={value} onChange={onChange} />
);
