import type { Course } from '@fidens/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useRouter } from 'expo-router';
import { useMemo } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { sampleCoursesQuery, useCourses, useCreateCourse, type StoredCourse } from '@/data/courses';
import { useNow } from '@/data/session';
import { useTerm, weekOf } from '@/data/terms';
import { CourseCard } from '@/features/term/course-card';
import { byAttention } from '@/model/attention';
import { LOOSE_WORDS, useLooseEnds, wantsDecision } from '@/model/loose-ends';
import { GPA_WORDS, useGpas } from '@/model/term-gpa';
import { SPACE, TOUCH, useIsWide } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';
import { Page } from '@/ui/page';
import { Empty, Failed, Loading } from '@/ui/states';
import { Soft } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';
import { plural } from '@/wording/words';

/** The Term place: every course, and first what is loose. */
export default function TermPlace() {
  const { data: courses, error, refetch } = useCourses();
  const wide = useIsWide();
  const now = useNow();
  const inOrder = useMemo(() => byAttention(courses ?? [], now), [courses, now]);
  if (error && !courses)
    return <Failed what="Your courses" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (!courses) return <Loading what="your courses" />;
  return (
    <Page title="Term" most={wide ? 1040 : 640}>
      <TermHead courses={courses} />
      <LooseBanner />
      {courses.length === 0 && <FirstUse />}
      <View style={{ flexDirection: 'row', flexWrap: 'wrap', margin: -SPACE.m / 2 }}>
        {inOrder.map((course) => (
          <View key={course.id} style={{ width: wide ? '50%' : '100%', padding: SPACE.m / 2 }}>
            <CourseCard course={course} />
          </View>
        ))}
      </View>
      {courses.length > 0 && (
        <Row gap="s" wrap>
          <LinkButton href="/new-course" icon="plus">
            New course
          </LinkButton>
          <LinkButton href="/files">In and out</LinkButton>
        </Row>
      )}
    </Page>
  );
}

function TermHead({ courses }: { courses: readonly StoredCourse[] }) {
  const c = useColours();
  const term = useTerm();
  const now = useNow();
  const { points, leftOut, notYet } = useGpas(courses);
  const week = term && weekOf(term, now);
  const top = topOutlook.use();
  const others = (['standing', 'forecast', 'floor', 'ceiling'] as const).filter(
    (name) => name !== top && points[name],
  );
  return (
    <Stack gap="s">
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', alignItems: 'flex-end' }}>
        <View style={{ flexShrink: 1 }}>
          <Text variant="bodyMedium" style={{ color: c.soft }}>
            {[term?.name, week].filter(Boolean).join(' · ')}
          </Text>
          <Text variant="displaySmall" role="heading" aria-level={1}>
            Term
          </Text>
        </View>
        {points[top] && (
          <View style={{ alignItems: 'flex-end' }}>
            <Text variant="bodyMedium" style={{ color: c.soft }}>
              GPA {GPA_WORDS[top]}
            </Text>
            <Text variant="headlineLarge">{points[top]}</Text>
          </View>
        )}
      </View>
      {others.length > 0 && (
        <Soft>
          {[
            `GPA ${others.map((name) => `${GPA_WORDS[name]} ${points[name]}`).join(' · ')}`,
            notYet.length > 0 && `So far without ${titlesOf(notYet)}: no score yet`,
            leftOut.length > 0 && `Without ${titlesOf(leftOut)}: no credits or no grade points`,
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
function FirstUse() {
  const router = useRouter();
  const client = useQueryClient();
  const term = useTerm();
  const create = useCreateCourse();
  const sample = useMutation({
    mutationFn: async () => {
      const [document] = await client.fetchQuery(sampleCoursesQuery);
      return create.mutateAsync({ termId: term!.id, document: document! });
    },
    onSuccess: ({ id }) => router.push(`/course/${id}/scores`),
  });
  return (
    <Empty
      title="A syllabus on the desk"
      actions={
        <Row gap="s" wrap>
          <LinkButton href="/new-course" mode="contained">
            Set up a course
          </LinkButton>
          <Button onPress={() => sample.mutate()} loading={sample.isPending} disabled={!term}>
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
