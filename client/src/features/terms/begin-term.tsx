import { ruleSheet } from '@fidens/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import type { Term } from '@/data/term-days';
import { useBeginTermWith } from '@/data/terms';
import { SPACE, TOUCH } from '@/theme/layout';
import { Stack } from '@/ui/box';
import { CheckBox } from '@/ui/fields/check-box';
import { Fold } from '@/ui/fold';
import { onKeys } from '@/ui/keys';
import { Soft } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { TermForm } from './term-form';

interface BeginTermProps {
  /** The term whose courses may go on, as rules alone. */
  from: Term | undefined;
  courses: readonly ShownCourse[];
}

/** The next term: its name and days, and which courses of this one go on in it, their rules alone. Scales and rule sheets are at hand in every term. */
export function BeginTerm({ from, courses }: BeginTermProps) {
  const router = useRouter();
  const begin = useBeginTermWith();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  return (
    <Fold title="Begin another term" summary="The next one, or one beside it.">
      {courses.length > 0 && (
        <Stack gap="xs" role="group" aria-label="Courses that go on">
          <Soft>
            Which courses of {from?.name} go on? Their rules alone are taken over; scores stay here.
          </Soft>
          {courses.map(({ id, document }) => {
            const turn = () => setChosen(toggled(chosen, id));
            return (
              <Pressable
                key={id}
                role="checkbox"
                aria-checked={chosen.has(id)}
                onPress={turn}
                {...onKeys({ ' ': turn })}
                style={{ minHeight: TOUCH, flexDirection: 'row', alignItems: 'center', gap: SPACE.m }}
              >
                <CheckBox isChecked={chosen.has(id)} />
                <View style={{ flex: 1, minWidth: 0 }}>
                  <Text variant="bodyMedium">{document.title}</Text>
                </View>
              </Pressable>
            );
          })}
        </Stack>
      )}
      <TermForm
        label="Another term"
        button="Begin it"
        term={{ name: '', startsOn: null, endsOn: null }}
        isNew
        busy={begin.isPending}
        error={begin.error}
        onKeep={(term) =>
          begin.mutate(
            {
              term: { ...term, archived: false },
              documents: courses.flatMap(({ id, document }) => (chosen.has(id) ? [ruleSheet(document)] : [])),
            },
            { onSuccess: ({ id }) => router.push(`/term/${id}`) },
          )
        }
      />
    </Fold>
  );
}
