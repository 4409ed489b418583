import type { Course } from '@fidens/core';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { readyRules } from '@/model/ready-rules';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';

interface ReadyRulesProps {
  course: Course;
  edit: EditRules;
}

/** Rules that hang on something, as syllabuses say them: a sentence is taken with one tap and adjusted where it stands then. */
export function ReadyRules({ course, edit }: ReadyRulesProps) {
  const c = useColours();
  const [taken, setTaken] = useState<string>();
  return (
    <Fold
      title="More that a syllabus can say"
      summary="Absences, a final that replaces a test, the better of two weightings, what a letter needs."
    >
      {taken !== undefined && (
        <View role="status">
          <Soft>{taken}</Soft>
        </View>
      )}
      <View role="list">
        {readyRules(course).map(({ key, sentence, edits, wants, where }) => (
          <View key={key} role="listitem" style={{ borderTopWidth: 1, borderColor: c.rule }}>
            <Pressable
              role="button"
              disabled={!edits}
              aria-disabled={!edits}
              aria-label={edits ? `${sentence} Take this rule` : `${sentence} Needs ${wants}`}
              onPress={() => {
                if (edit(edits!, sentence.replace(/\.$/, '')) === undefined) setTaken(`Taken. ${where}`);
              }}
              style={{
                minHeight: TOUCH,
                paddingVertical: SPACE.s,
                flexDirection: 'row',
                alignItems: 'center',
                gap: SPACE.m,
              }}
            >
              <View style={{ flex: 1, minWidth: 0 }}>
                <Text variant="bodyMedium" style={{ color: edits ? c.ink : c.soft }}>
                  {sentence}
                </Text>
                {!edits && <Soft>{`Needs ${wants}.`}</Soft>}
              </View>
              {edits && <Icon name="plus" size={22} color={c.primary} />}
            </Pressable>
          </View>
        ))}
      </View>
    </Fold>
  );
}
