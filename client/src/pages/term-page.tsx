import type { Course } from '@fidens/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useRouter } from 'expo-router';
import { useMemo, type ComponentType } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import { sampleCoursesQuery, useCreateCourse } from '@/data/courses';
import { useNow } from '@/data/now';
import { isOver, weekOf, type Term } from '@/data/term-days';
import { useTerms } from '@/data/terms';
import { CourseCard } from '@/features/term/course-card';
import { GpaWorking } from '@/features/terms/gpa-working';
import { byAttention } from '@/model/attention';
import { LOOSE_WORDS, useLooseEnds, wantsDecision } from '@/model/loose-ends';
import { LEFT_OUT_WORDS, useGpas } from '@/model/term-gpa';
import { InTerm } from '@/model/use-extent';
import { SPACE, TOUCH, useIsWide } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { Empty } from '@/ui/states';
import { Soft } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';
import { plural } from '@/wording/words';
import type { TermDeskProps } from './term-desk';

interface TermPageProps {
  term: Term;
  /** Of every term. */
  all: readonly ShownCourse[];
  /** Whether it is the one that is on: its place shows what is loose. */
  isCurrent: boolean;
  /** What is done below all that is told. */
  Desk: ComponentType<TermDeskProps>;
}

/** A term: its courses, first what is loose, its GPA and what it can become, the grades that were given in the end. */
export function TermPage({ term, all, isCurrent, Desk }: TermPageProps) {
  const wide = useIsWide();
  const now = useNow();
  const courses = useMemo(() => all.filter(({ termId }) => termId === term.id), [all, term.id]);
  const others = useMemo(() => all.filter(({ termId }) => termId !== term.id), [all, term.id]);
  const inOrder = useMemo(() => byAttention(courses, now), [courses, now]);
  return (
    <Page title={isCurrent ? 'Term' : term.name} most={wide ? 1040 : 640}>
      <TermHead term={term} courses={courses} isCurrent={isCurrent} />
      {isCurrent && <LooseBanner />}
      {courses.length === 0 && <FirstUse term={term} />}
      <InTerm termId={term.id}>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', margin: -SPACE.m / 2 }}>
          {inOrder.map((course) => (
            <View key={course.id} style={{ width: wide ? '50%' : '100%', padding: SPACE.m / 2 }}>
              <CourseCard course={course} />
            </View>
          ))}
        </View>
      </InTerm>
      <Row gap="s" wrap>
        {courses.length > 0 && (
          <LinkButton href={`/new-course?term=${term.id}`} icon="plus">
            New course
          </LinkButton>
        )}
        <LinkButton href={isCurrent ? '/files' : `/files?term=${term.id}`}>In and out</LinkButton>
        <LinkButton href="/terms">All terms</LinkButton>
      </Row>
      {courses.length > 0 && (
        <Stack gap="xs">
          <TermGpa term={term} courses={courses} />
          <Desk courses={courses} others={others} isOver={isOver(term, now)} />
        </Stack>
      )}
    </Page>
  );
}

function TermGpa({ term, courses }: { term: Term; courses: readonly ShownCourse[] }) {
  return <GpaWorking {...useGpas(courses)} title={term.name} />;
}

interface TermHeadProps {
  term: Term;
  courses: readonly ShownCourse[];
  isCurrent: boolean;
}

function TermHead({ term, courses, isCurrent }: TermHeadProps) {
  const c = useColours();
  const several = (useTerms()?.length ?? 0) > 1;
  const now = useNow();
  const { points, leftOut, notYet } = useGpas(courses);
  const week = weekOf(term, now) ?? (isOver(term, now) ? 'over' : undefined);
  const top = topOutlook.use();
  const others = (['standing', 'forecast', 'floor', 'ceiling'] as const).filter(
    (name) => name !== top && points[name],
  );
  return (
    <Stack gap="s">
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'flex-end' }}>
        <View style={{ flexShrink: 1 }}>
          <Text variant="bodyMedium" style={{ color: c.soft }}>
            {[isCurrent ? term.name : several && 'Term', week].filter(Boolean).join(' · ')}
          </Text>
          <Text variant="displaySmall" role="heading" aria-level={1}>
            {isCurrent ? 'Term' : term.name}
          </Text>
        </View>
        {points[top] && (
          <View style={{ alignItems: 'flex-end' }}>
            <Text variant="bodyMedium" style={{ color: c.soft }}>
              GPA {top}
            </Text>
            <Text variant="headlineLarge">{points[top]}</Text>
          </View>
        )}
      </View>
      {others.length > 0 && (
        <Soft>
          {[
            `GPA ${others.map((name) => `${name} ${points[name]}`).join(' · ')}`,
            notYet.length > 0 && `So far without ${titlesOf(notYet)}: no score yet`,
            leftOut.length > 0 &&
              `Without ${leftOut.map(({ course, why }) => `${course.title} (${LEFT_OUT_WORDS[why]})`).join(', ')}`,
          ]
            .filter(Boolean)
            .join('. ')}
        </Soft>
      )}
    </Stack>
  );
}

function titlesOf(courses: readonly Course[]): string {
  return courses.map(({ title }) => title).join(', ');
}

function LooseBanner() {
  const c = useColours();
  const loose = useLooseEnds().filter(wantsDecision);
  const kinds = Object.keys(LOOSE_WORDS) as (keyof typeof LOOSE_WORDS)[];
  const first = kinds.find((kind) => loose.some((end) => end.kind === kind));
  if (!first) return null;
  const alike = loose.filter(({ kind }) => kind === first).length;
  return (
    <Link href="/loose-ends" asChild>
      <Pressable
        role="link"
        style={{
          backgroundColor: c.askSoft,
          borderRadius: 18,
          minHeight: TOUCH,
          paddingHorizontal: SPACE.l,
          paddingVertical: SPACE.m,
          flexDirection: 'row',
          alignItems: 'center',
          justifyContent: 'space-between',
          gap: SPACE.m,
        }}
      >
        <Text variant="titleMedium" style={{ color: c.onAskSoft }}>
          {plural(loose.length, 'loose end')}
        </Text>
        <Text variant="bodyMedium" style={{ color: c.onAskSoft, flexShrink: 1, textAlign: 'right' }}>
          {alike} {LOOSE_WORDS[first].toLowerCase()}
        </Text>
      </Pressable>
    </Link>
  );
}

/** An empty term: the syllabus desk, and a course to look at. */
function FirstUse({ term }: { term: Term }) {
  const router = useRouter();
  const client = useQueryClient();
  const create = useCreateCourse();
  const sample = useMutation({
    mutationFn: async () => {
      const [document] = await client.fetchQuery(sampleCoursesQuery);
      return create.mutateAsync({ termId: term.id, document: document! });
    },
    onSuccess: ({ id }) => router.push(`/course/${id}/scores`),
  });
  return (
    <Empty
      title="A syllabus on the desk"
      actions={
        <Row gap="s" wrap>
          <LinkButton href={`/new-course?term=${term.id}`} mode="contained">
            Set up a course
          </LinkButton>
          <Button onPress={() => sample.mutate()} loading={sample.isPending}>
            Add a course of sample data
          </Button>
          {sample.error && <Soft>It could not be added: {reasonOf(sample.error)}</Soft>}
        </Row>
      }
    >
      Copy a course’s categories and weights, then record scores as they come back. You see at once where you
      stand, and what each letter still takes.
    </Empty>
  );
}
