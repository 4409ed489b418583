import { useGlobalSearchParams, useLocalSearchParams, usePathname } from 'expo-router';
import { memo, useDeferredValue, useState } from 'react';
import { View } from 'react-native';
import { WaitingRules } from '@/course-ui/effect-panel';
import { reasonOf } from '@/data/api';
import type { ShownCourse } from '@/data/answers';
import { useCourse } from '@/data/courses';
import { useTermOf } from '@/data/terms';
import { CourseHead, isPage, type PageName } from '@/features/course/course-head';
import { CourseSheet } from '@/features/sheet/course-sheet';
import { TermColumn } from '@/features/term/term-column';
import { InTerm } from '@/model/use-extent';
import { EffectAside } from '@/pages/effect-aside';
import { FilesPage } from '@/pages/files-page';
import { ReachPage } from '@/pages/reach-page';
import { RulesPage } from '@/pages/rules-page';
import { SchoolPage } from '@/pages/school-page';
import { ScoresPage } from '@/pages/scores-page';
import { WorkingPage } from '@/pages/working-page';
import { useColumns, useIsWide } from '@/theme/layout';
import { Aside } from '@/ui/aside';
import { Kept } from '@/ui/kept';
import { Page } from '@/ui/page';
import { Printed } from '@/ui/printed';
import { Empty, Failed, Loading } from '@/ui/states';
import { useSoon } from '@/ui/soon';
import { capital } from '@/wording/words';

const PAGES = {
  scores: ScoresPage,
  reach: ReachPage,
  rules: RulesPage,
  working: WorkingPage,
  school: SchoolPage,
  files: FilesPage,
};

/** Pages that stand beside another. */
const ASIDES = { ...PAGES, effect: EffectAside };

/** What stands beside each page on a wide screen: where a change on the left is seen. */
const BESIDE: Record<PageName, keyof typeof ASIDES> = {
  scores: 'working',
  reach: 'working',
  rules: 'effect',
  working: 'scores',
  school: 'working',
  files: 'scores',
};

/** A course: one of its pages under its head; on a wide screen two, beside the term's courses. */
export function CourseScreen() {
  const { courseId } = useLocalSearchParams<{ courseId: string }>();
  const { page } = useGlobalSearchParams<{ page?: string }>();
  const { data: course, error, isPending, refetch } = useCourse(courseId);
  if (error && !course)
    return <Failed what="This course" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (isPending) return <Loading what="this course" />;
  if (!course) return <Gone />;
  // An address without a page leads to one.
  if (page === undefined) return null;
  if (!isPage(page)) return <Gone />;
  return <Columns course={course} page={page} />;
}

/**
 * The columns of a course: as long as it shows the same, whatever becomes of its changes on their way, nothing is drawn again. The head stands at
 * once and what it says follows; a page below it is drawn a few milliseconds at a time.
 */
const Columns = memo(function Columns({ course, page }: { course: ShownCourse; page: PageName }) {
  const wide = useIsWide();
  const columns = useColumns();
  const { kept, isDrawn } = usePages(course.id, page);
  const main = <Pages course={course} page={page} kept={kept} isDrawn={isDrawn} />;
  if (!wide) {
    return (
      <InTerm termId={course.termId}>
        <OnPaper course={course} />
        <Page title={titleOf(course, page)} isDrawn={isDrawn}>
          <Head course={course} page={page} />
          {page !== 'rules' && <WaitingRules course={course} />}
          {main}
        </Page>
      </InTerm>
    );
  }
  return (
    <InTerm termId={course.termId}>
      <OnPaper course={course} />
      <View style={{ flex: 1, flexDirection: 'row' }}>
        <TermColumn chosen={course.id} />
        <View style={{ flex: 1 }}>
          <Page title={titleOf(course, page)} isDrawn={isDrawn} most={columns.page}>
            <Head course={course} page={page} />
            {page !== 'rules' && <WaitingRules course={course} />}
            {main}
          </Page>
        </View>
        <Aside label={`${BESIDE[page]}, beside`}>
          <Beside course={course} page={BESIDE[page]} />
        </Aside>
      </View>
    </InTerm>
  );
});

/** The head of a course says what follows from a change as soon as there is time; another course's it says at once. */
function Head({ course, page }: { course: ShownCourse; page: PageName }) {
  const before = useDeferredValue(course);
  return <CourseHead course={before.id === course.id ? before : course} page={page} />;
}

/** Pages between which one goes to and fro: they stay as they were left. */
const KEPT: readonly PageName[] = ['scores', 'reach'];

/**
 * Which page of a course stands, and which others that were come to are kept.
 *
 * @returns whether the page that was come to stands already: it is drawn a few milliseconds at a time
 */
function usePages(courseId: string, page: PageName): { kept: readonly PageName[]; isDrawn: boolean } {
  const drawn = useSoon<PageName | undefined>(page, undefined);
  const [{ of, kept }, setKept] = useState({ of: courseId, kept: [] as readonly PageName[] });
  const there = of === courseId ? kept : [];
  if (drawn !== undefined && KEPT.includes(drawn) && !there.includes(drawn))
    setKept({ of: courseId, kept: [...there, drawn] });
  return { kept: there, isDrawn: drawn === page || there.includes(page) };
}

interface PagesProps {
  course: ShownCourse;
  page: PageName;
  kept: readonly PageName[];
  isDrawn: boolean;
}

function Pages({ course, page, kept, isDrawn }: PagesProps) {
  return (
    <>
      {kept.map((name) => (
        <Kept key={`${course.id} ${name}`} isShown={name === page}>
          <Main course={course} page={name} />
        </Kept>
      ))}
      {isDrawn && !kept.includes(page) && <Main key={course.id} course={course} page={page} />}
    </>
  );
}

/** A page of a course; as long as that is the same, whatever becomes of what stands around it. */
const Main = memo(function Main({ course, page }: { course: ShownCourse; page: PageName }) {
  const Shown = PAGES[page];
  return <Shown course={course} />;
});

/** "Coastal Ecology – Reach" */
function titleOf({ document }: ShownCourse, page: PageName): string {
  return `${document.title} – ${capital(page)}`;
}

/** Whichever page is open, what is printed is the course: its standing, rules, pieces and working, in one column. */
function OnPaper({ course }: { course: ShownCourse }) {
  const term = useTermOf(course);
  const isOpen = usePathname().startsWith(`/course/${course.id}/`);
  // Below another page that is open over it, such as the sheet, it prints nothing.
  if (!isOpen) return null;
  return (
    <Printed>
      <CourseSheet course={course.document} term={term?.name} />
    </Printed>
  );
}

/** What stands at the side follows what is worked on as soon as there is time, and never holds it up. */
function Beside({ course, page }: { course: ShownCourse; page: keyof typeof ASIDES }) {
  return <Other course={useDeferredValue(course)} page={page} />;
}

const Other = memo(function Other({ course, page }: { course: ShownCourse; page: keyof typeof ASIDES }) {
  const Shown = ASIDES[page];
  return <Shown course={course} beside />;
});

function Gone() {
  return (
    <Page title="No such course">
      <Empty level={1} title="No such course">
        It may have been deleted, or it is not yours.
      </Empty>
    </Page>
  );
}
