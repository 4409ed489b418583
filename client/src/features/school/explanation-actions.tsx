import { courseSetting, explanationWords, type PlainFigureAnswer } from '@fidens/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { ChangePreview } from '@/course-ui/change-preview';
import { WorkingSum } from '@/course-ui/working-sum';
import { useNow } from '@/data/now';
import { useSession } from '@/data/session';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { applied } from '@/model/rule-draft';
import { useChange } from '@/model/use-change';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { CopyButton } from '@/ui/copy-button';
import { Soft } from '@/ui/text';
import { teacherMessage } from '@/wording/school-words';
import { gradeLine } from '@/wording/words';

interface ExplanationActionsProps extends CoursePageProps {
  told: PlainFigureAnswer['explanations'][number];
  shown: string;
}

type Shown = 'workings' | 'message' | 'preview';

/** What can be done about a difference: both workings, asking the teacher, making it so here, or letting it be with a note. */
export function ExplanationActions({ course, told, shown }: ExplanationActionsProps) {
  const [open, setOpen] = useState<Shown>();
  const edit = useChange(course);
  const { document } = course;
  const toggle = (which: Shown) => setOpen(open === which ? undefined : which);
  const keep = () =>
    edit(
      [
        courseSetting({
          school: { ...document.school!, note: explanationWords(document, told.differences) },
        }),
      ],
      'The difference is noted',
    );
  const button = (which: Shown, words: string) => (
    <Button mode="outlined" compact onPress={() => toggle(which)}>
      {words}
    </Button>
  );
  const edits = told.differences.flatMap((difference) => difference.edits);
  return (
    <Stack gap="s">
      <Row gap="s" wrap>
        {button('workings', 'Both workings')}
        {button('message', 'Ask the teacher')}
        {button('preview', 'Make it so here')}
        <Button mode="outlined" compact onPress={keep}>
          Keep the difference
        </Button>
      </Row>
      {open === 'workings' && <BothWorkings course={course} edits={edits} />}
      {open === 'message' && <Message course={course} told={told} shown={shown} />}
      {open === 'preview' && (
        <ChangePreview
          course={course}
          edits={edits}
          title="As the school has it"
          button="Make it so"
          done="Made as the school has it"
          onEnd={() => setOpen(undefined)}
        />
      )}
    </Stack>
  );
}

/** The working of the record and of the course as the school has it: beside each other where there is room. */
function BothWorkings({ course, edits }: CoursePageProps & { edits: Parameters<typeof applied>[1] }) {
  const c = useColours();
  const now = useNow();
  const after = applied(course.document, edits);
  if ('reason' in after) return <Soft>{after.reason}</Soft>;
  const sides = [
    { title: 'Here', computed: compute(course.document, now) },
    { title: 'At the school, then', computed: compute(after.course, now) },
  ];
  return (
    <Row gap="xl" wrap>
      {sides.map(({ title, computed: { outlooks, letters } }) => (
        <View
          key={title}
          role="region"
          aria-label={title}
          style={{ flexGrow: 1, flexBasis: 280, minWidth: 0, gap: SPACE.xs }}
        >
          <Text variant="titleSmall" style={{ color: c.ink }}>
            {title}: {gradeLine(outlooks.standing, letters)}
          </Text>
          {outlooks.standing.worth && <WorkingSum derivation={outlooks.standing} />}
        </View>
      ))}
    </Row>
  );
}

/** A short message with the numbers, to copy. */
function Message({ course, told, shown }: ExplanationActionsProps) {
  const c = useColours();
  const now = useNow();
  const { data: session } = useSession();
  const { standing } = compute(course.document, now).outlooks;
  const text = teacherMessage(
    course.document,
    { shown, ...told },
    standing.worth!.value,
    session?.student?.name ?? '',
  );
  return (
    <View
      style={{
        backgroundColor: c.card,
        borderColor: c.rule,
        borderWidth: 1,
        borderRadius: 16,
        padding: SPACE.m,
        gap: SPACE.s,
      }}
    >
      <Text variant="bodyMedium" selectable aria-label="Message to the teacher" role="article">
        {text}
      </Text>
      <CopyButton label="Copy the message" mode="contained" text={() => text} />
    </View>
  );
}
