import { sketch, type Category, type Course } from '@fidens/core';
import { Link } from 'expo-router';
import type { ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { ReadBackList } from '@/course-ui/read-back';
import { Ribbon } from '@/course-ui/ribbon';
import type { ShownCourse } from '@/data/answers';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH, useIsWide } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Aside } from '@/ui/aside';
import { Row, Stack } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { SectionTitle, Soft } from '@/ui/text';

/** The steps of setting up a course, in the order in which a syllabus is read. */
export const STEPS = ['course', 'categories', 'pieces', 'policies', 'read-back'] as const;
export type Step = (typeof STEPS)[number];

export const STEP_NAMES: Record<Step, string> = {
  course: 'Its name',
  categories: 'Its categories',
  pieces: 'Its pieces',
  policies: 'Its scale and policies',
  'read-back': 'Read it back',
};

/** The names as they stand on the marks, where there is little room. */
const STEP_MARKS: Record<Step, string> = {
  course: 'Name',
  categories: 'Categories',
  pieces: 'Pieces',
  policies: 'Scale, late',
  'read-back': 'Read back',
};

export function isStep(name: string): name is Step {
  return (STEPS as readonly string[]).includes(name);
}

/** Beside each other as long as each name can be read whole. */
const MARK = { flexGrow: 1, flexBasis: 'auto' } as const;

/** Where one is among the steps; once the course is there, each is a way to it. */
export function StepMarks({ step, courseId }: { step: Step; courseId?: string }) {
  const c = useColours();
  const here = STEPS.indexOf(step);
  return (
    <Row role="navigation" aria-label="Steps" gap="xs" wrap>
      {STEPS.map((name, index) => {
        const isHere = index === here;
        const mark = (
          <View style={{ flex: 1, minHeight: TOUCH, justifyContent: 'center', gap: SPACE.xs }}>
            <Text variant="labelSmall" aria-hidden style={{ color: isHere ? c.primary : c.soft }}>
              {STEP_MARKS[name]}
            </Text>
            <View
              style={{ height: 4, borderRadius: 2, backgroundColor: index <= here ? c.primary : c.pale }}
            />
          </View>
        );
        return courseId ? (
          <Link key={name} href={`/new-course/${courseId}/${name}`} asChild>
            <Pressable
              role="link"
              aria-label={`Step ${index + 1}: ${STEP_NAMES[name]}`}
              aria-current={isHere ? 'step' : undefined}
              style={MARK}
            >
              {mark}
            </Pressable>
          </Link>
        ) : (
          <View key={name} style={MARK}>
            {mark}
          </View>
        );
      })}
    </Row>
  );
}

interface SetupFrameProps {
  course: ShownCourse;
  /** The document that the ribbon shows: with what is being typed. */
  shown: Course;
  step: Step;
  children: ReactNode;
}

/** One step of setting a course up: where one is, the course as a ribbon, and the ways on. Nothing is to be saved, any step can be left out. */
export function SetupFrame({ course, shown, step, children }: SetupFrameProps) {
  const c = useColours();
  const { id } = course;
  const place = STEPS.indexOf(step);
  const [before, next] = [STEPS[place - 1], STEPS[place + 1]];
  const wide = useIsWide();
  const page = (
    <Page title={`${course.document.title} – ${STEP_NAMES[step]}`} most={760}>
      <Link href={`/course/${id}/rules`} asChild>
        <Pressable
          role="link"
          aria-label={`Leave the steps of ${course.document.title}`}
          style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s, minHeight: TOUCH }}
        >
          <Icon name="chevron-left" size={22} color={c.soft} />
          <Text variant="bodyMedium" style={{ color: c.soft, flexShrink: 1 }}>
            {course.document.title}
          </Text>
        </Pressable>
      </Link>
      <Stack gap="s">
        <Text variant="headlineLarge" role="heading" aria-level={1}>
          {STEP_NAMES[step]}
        </Text>
        <StepMarks step={step} courseId={id} />
      </Stack>
      <SketchRibbon root={shown.root} />
      {children}
      <Row gap="s" wrap>
        {next ? (
          <LinkButton href={`/new-course/${id}/${next}`} mode="contained">
            {`Next: ${STEP_NAMES[next].replace(/^I/, 'i').replace(/^R/, 'r')}`}
          </LinkButton>
        ) : (
          <LinkButton href={`/course/${id}/scores`} mode="contained">
            Done: to its scores
          </LinkButton>
        )}
        {before && <LinkButton href={`/new-course/${id}/${before}`}>Back</LinkButton>}
      </Row>
      {next && <Soft>All of it is kept as you go. A step that does not matter yet can be passed over.</Soft>}
    </Page>
  );
  if (!wide || step === 'read-back') return page;
  return (
    <View style={{ flex: 1, flexDirection: 'row' }}>
      <View style={{ flex: 1 }}>{page}</View>
      <Aside label="read back, beside">
        <SectionTitle>Read back</SectionTitle>
        <ReadBackList course={shown} />
      </Aside>
    </View>
  );
}

/** The course as it will be: it grows while weights are typed, and stays in sight below. */
function SketchRibbon({ root }: { root: Category }) {
  const c = useColours();
  const segments = sketch(root);
  if (segments.length === 0)
    return <Soft>The ribbon of this course grows here as its weights and points are typed.</Soft>;
  return (
    <View
      style={{
        position: 'sticky' as never,
        top: 0,
        zIndex: 2,
        backgroundColor: c.paper,
        paddingTop: SPACE.s,
        marginHorizontal: -SPACE.xs,
        paddingHorizontal: SPACE.xs,
      }}
    >
      <Ribbon segments={segments} large of={100} />
    </View>
  );
}
