import { useState } from 'react';
import { Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { applied, type EditRules } from '@/model/rule-draft';
import { standingChange } from '@/model/standing-change';
import { useChange } from '@/model/use-change';
import { withAlong } from '@/model/with-along';
import { useColours } from '@/theme/paper-theme';

/**
 * Changes the record at once; what would break the course is refused. What is said to be done says what it did to the standing too.
 *
 * @returns the function of the edits, and why the last were refused, if they were
 */
export function useRecordEdit(course: ShownCourse): { edit: EditRules; refused: string | undefined } {
  const change = useChange(course);
  const now = useNow();
  const [refused, setRefused] = useState<string>();
  const make: EditRules = (edits, done) => {
    const after = applied(course.document, edits);
    setRefused('reason' in after ? after.reason : undefined);
    if ('reason' in after) return after.reason;
    change(edits, done && `${done}. ${standingChange(course.document, after.course, now)}`);
    return undefined;
  };
  const edit: EditRules = (edits, done) => withAlong(course.document, edits, (all) => make(all, done));
  return { edit, refused };
}

/** Why a change was refused, where it was. */
export function Refused({ children }: { children: string | undefined }) {
  const c = useColours();
  if (children === undefined) return null;
  return (
    <Text variant="bodyMedium" role="alert" style={{ color: c.error }}>
      Not changed. {children}.
    </Text>
  );
}
