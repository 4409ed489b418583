import { Link } from 'expo-router';
import { Button } from 'react-native-paper';
import { ReadBack } from '@/course-ui/read-back';
import { useNow } from '@/data/session';
import { Arrange } from '@/features/arrange/arrange';
import { CourseFiles } from '@/features/files/course-files';
import { CourseSheets } from '@/features/files/course-sheets';
import { DeleteCourse } from '@/features/files/delete-course';
import { History } from '@/features/history/history';
import { CategoryRules } from '@/features/rules/category-rules';
import { CourseFields } from '@/features/rules/course-fields';
import { CoursePolicies } from '@/features/rules/course-policies';
import { DraftNotices } from '@/features/rules/draft-notices';
import { CategoryList, CombineRule } from '@/features/rules/node-rules';
import { ProblemList } from '@/features/rules/problem-list';
import { ScaleRules } from '@/features/scales/scale-rules';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { useRuleDraft } from '@/model/rule-draft';
import { useIsWide } from '@/theme/layout';
import { Stack } from '@/ui/box';
import { Empty } from '@/ui/states';
import { SectionTitle } from '@/ui/text';
import { countPieces } from '@/wording/words';

/** The course's rules: its categories with their weights, how each adds up, its scale, and what can be done with them. */
export function RulesPage({ course: kept }: CoursePageProps) {
  const draft = useRuleDraft(kept);
  const wide = useIsWide();
  const now = useNow();
  const { course, edit } = draft;
  const { document } = course;
  const { root, policy } = document;
  const { standing } = compute(document, now).outlooks;
  const hasPieces = countPieces(root) > 0;
  return (
    <Stack gap="xl">
      {hasPieces && <ProblemList course={document} edit={edit} />}
      <Link href={`/new-course/${kept.id}/categories`} asChild>
        <Button mode={hasPieces ? 'text' : 'contained-tonal'} style={{ alignSelf: 'flex-start' }}>
          {hasPieces ? 'Go through it in short steps' : 'Set it up in short steps'}
        </Button>
      </Link>
      <Stack gap="s">
        <SectionTitle>How the whole adds up</SectionTitle>
        <CombineRule course={document} category={root} isRoot derivation={standing} edit={edit} />
        <CategoryRules category={root} isRoot standing={standing} edit={edit} />
      </Stack>
      <Stack gap="m">
        <SectionTitle>Categories</SectionTitle>
        {root.children.length === 0 && (
          <Empty title="Categories first">
            Copy them from the syllabus, each with its weight; the work inside them comes next. Exams often
            stand alone.
          </Empty>
        )}
        <CategoryList course={document} standing={standing} edit={edit} />
      </Stack>
      {root.children.length > 0 && <Arrange course={document} edit={edit} />}
      <CoursePolicies policy={policy} edit={edit} />
      <ScaleRules id={course.id} course={document} edit={edit} />
      {root.children.length > 0 && <ReadBack course={document} />}
      <Stack gap="s">
        <SectionTitle>Its name</SectionTitle>
        <CourseFields course={document} edit={edit} />
      </Stack>
      <History course={kept} />
      <CourseSheets course={kept} />
      <CourseFiles course={kept} />
      <DeleteCourse course={kept} />
      <DraftNotices draft={draft} effectBeside={wide} />
    </Stack>
  );
}
