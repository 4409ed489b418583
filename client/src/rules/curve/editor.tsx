import type { Curve } from '@fidens/core';
import { Button } from 'react-native-paper';
import { Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { SelectField } from '@/ui/fields/select-field';
import { Sentence, Words } from '@/ui/fields/sentence';
import { Soft } from '@/ui/text';
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

/** A curve as a sentence: "Tests gets 4 percent more". */
export function CurveFields({ of, value, onChange, possible }: CurveFieldsProps) {
  const unit = possible === undefined ? 'percent' : 'points';
  const form: Form = value ? (Object.keys(value)[0] as Form) : 'none';
  return (
    <Stack gap="s">
      <Sentence label={`How ${of} is curved`}>
        <Words>{possible === undefined ? `What ${of} adds up to` : of}</Words>
        <SelectField
          inline
          label={`Curve of ${of}`}
          value={form}
          options={[
            { value: 'none', label: 'is not curved' },
            { value: 'add', label: 'gets more' },
            { value: 'full', label: 'is full marks from' },
            { value: 'times', label: 'is taken times' },
            { value: 'line', label: 'lies on a line' },
            { value: 'steps', label: 'goes in steps' },
            { value: 'root', label: 'is ten times its root' },
          ]}
          onChange={(next) => void onChange(startOf(next, possible ?? '100'))}
        />
        {value && 'add' in value && (
          <>
            <CurveNumber
              label={`${capital(unit)} more, ${of}`}
              value={value.add}
              onKeep={(add) => onChange({ add })}
            />
            <Words>{unit} more.</Words>
          </>
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
          <>
            <CurveNumber
              label={`${capital(unit)} that are full marks, ${of}`}
              value={value.full}
              positive
              onKeep={(full) => onChange({ full })}
            />
            <Words>{unit} on.</Words>
          </>
        )}
      </Sentence>
      {value && 'root' in value && <Soft>64% becomes 80%.</Soft>}
      {value && 'line' in value && <LineFields of={of} value={value} onChange={onChange} />}
      {value && 'steps' in value && <StepFields of={of} value={value} onChange={onChange} />}
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
      value={value}
      wants={positive ? 'A number above 0.' : 'A number from 0 up.'}
      positive={positive}
      required
      width={76}
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
  return ([0, 1] as const).map((place) => {
    const end = place === 0 ? 'Low' : 'High';
    return (
      <Sentence key={place} label={`The ${end.toLowerCase()} end of the line of ${of}`}>
        <CurveNumber
          label={`${end} percent, ${of}`}
          value={line.from[place]}
          onKeep={(text) => set('from', place, text)}
        />
        <Words>percent becomes</Words>
        <CurveNumber
          label={`becomes, ${end.toLowerCase()}, ${of}`}
          value={line.to[place]}
          onKeep={(text) => set('to', place, text)}
        />
        <Words>percent{place === 0 ? ', and' : ', all else on the line through both.'}</Words>
      </Sentence>
    );
  });
}

function StepFields({ of, value: { steps }, onChange }: OfForm<StepsOf>) {
  const set = (place: number, fields: Partial<StepsOf['steps'][0]>) =>
    onChange({ steps: steps.with(place, { ...steps[place]!, ...fields }) });
  return (
    <>
      {steps.map(({ from, gives }, place) => (
        <Sentence key={place} label={`Step ${place + 1} of ${of}`}>
          <Words>From</Words>
          <NumberRule
            label={`From %, step ${place + 1}, ${of}`}
            width={72}
            value={from}
            wants="A percent from 0 up; steps fall down the list, and the last begins at 0."
            required
            onKeep={(text) => set(place, { from: text! })}
          />
          <Words>percent on it is</Words>
          <NumberRule
            label={`gives %, step ${place + 1}, ${of}`}
            width={72}
            value={gives}
            wants="A percent from 0 up, no more than the step before it gives."
            required
            onKeep={(text) => set(place, { gives: text! })}
          />
          <Words>percent.</Words>
          {steps.length > 1 && place < steps.length - 1 && (
            <Button
              compact
              accessibilityLabel={`Delete step ${place + 1}, ${of}`}
              onPress={() => void onChange({ steps: steps.toSpliced(place, 1) })}
            >
              Delete
            </Button>
          )}
        </Sentence>
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
