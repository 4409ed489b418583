import { decimalText, nextLetters, type CombinedCourse, type Rational } from '@fidens/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useKeptState } from '@/storage/kept-state';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';

interface NextLettersProps {
  courses: readonly CombinedCourse[];
  settled: Rational;
  titleOf: (id: string) => string;
}

type Brings = Readonly<Record<string, string>>;

const isBrings = (value: unknown): value is Brings => typeof value === 'object' && value !== null;

/** The next letter of each course, first the one that gains most for an hour, by what the student says an hour brings there. */
export function NextLetters({ courses, settled, titleOf }: NextLettersProps) {
  const [brings, setBrings] = useKeptState<Brings>('hour brings', {}, isBrings);
  const c = useColours();
  const next = nextLetters(courses, settled, (id) => brings[id] ?? '1');
  if (next.length === 0) return <Soft>No course has a better letter within reach.</Soft>;
  return (
    <View style={{ gap: SPACE.s }}>
      <Soft>
        An hour is taken to bring 1% on a course’s open work until you say what it brings you there.
      </Soft>
      <View role="list" aria-label="Next letters, most for an hour first">
        {next.map(({ id, from, to, gains, asks, hours, forAnHour }) => (
          <View
            key={id}
            role="listitem"
            style={{ borderTopWidth: 1, borderColor: c.rule, paddingVertical: SPACE.s }}
          >
            <Row gap="m" align="center">
              <View style={{ flex: 1, minWidth: 0 }}>
                <Text variant="bodyMedium">{titleOf(id)}</Text>
                <Soft>
                  {to.label} instead of {from.label} is {decimalText(gains, 3)}
                  {asks < 0.05
                    ? ' and asks nothing more.'
                    : ` for ${asks.toFixed(1)}% more: about ${hoursText(hours)}, ${forAnHour.toFixed(3)} each.`}
                </Soft>
              </View>
              <NumberRule
                label={`% an hour brings, ${titleOf(id)}`}
                shown="% an hour"
                value={brings[id] ?? '1'}
                positive
                required
                wants="A number above 0."
                width={92}
                onKeep={(typed) => setBrings({ ...brings, [id]: typed! })}
              />
            </Row>
          </View>
        ))}
      </View>
    </View>
  );
}

const hoursText = (hours: number): string => {
  const text = hours < 10 ? hours.toFixed(1) : hours.toFixed(0);
  return text === '1.0' ? '1 hour' : `${text} hours`;
};
