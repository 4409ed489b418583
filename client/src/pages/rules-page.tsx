import { ReadBack } from '@/course-ui/read-back';
import { useNow } from '@/data/now';
import { Arrange } from '@/features/arrange/arrange';
import { CourseSheets } from '@/features/files/course-sheets';
import { DeleteCourse } from '@/features/files/delete-course';
import { MoveCourse } from '@/features/terms/move-course';
import { History } from '@/features/history/history';
import { CourseFields } from '@/features/rules/course-fields';
import { DraftNotices } from '@/features/rules/draft-notices';
import { PolicyLines } from '@/features/rules/policy-lines';
import { ProblemList } from '@/features/rules/problem-list';
import { RuleLines } from '@/features/rules/rule-lines';
import { CourseSyllabus } from '@/features/syllabus/course-syllabus';
import { ScaleRules } from '@/features/scales/scale-rules';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { useRuleDraft } from '@/model/rule-draft';
import { useIsWide } from '@/theme/layout';
import { Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { LinkButton } from '@/ui/link-button';
import { Empty } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { countPieces } from '@/wording/words';

/** The course's rules: its categories with their weights, how each adds up, its scale, and what can be done with them. */
export function RulesPage({ course: kept }: CoursePageProps) {
  const draft = useRuleDraft(kept);
  const wide = useIsWide();
  const now = useNow();
  const { course, edit } = draft;
  const { document } = course;
  const { root } = document;
  const { standing } = compute(document, now).outlooks;
  const hasPieces = countPieces(root) > 0;
  return (
    <Stack gap="l">
      {hasPieces && <ProblemList course={document} edit={edit} />}
      <LinkButton href={`/new-course/${kept.id}/categories`} mode={hasPieces ? 'text' : 'contained-tonal'}>
        {hasPieces ? 'Go through it in short steps' : 'Set it up in short steps'}
      </LinkButton>
      <Stack gap="s">
        <SectionTitle end={root.combine === 'weights' && <Soft>of 100</Soft>}>How it adds up</SectionTitle>
        {root.children.length === 0 && (
          <Empty title="Categories first">
            Copy them from the syllabus, each with its weight; the work inside them comes next. Exams often
            stand alone.
          </Empty>
        )}
        <RuleLines course={document} standing={standing} edit={edit} />
      </Stack>
      <PolicyLines
        course={document}
        scaleFields={<ScaleRules id={course.id} course={document} edit={edit} />}
        edit={edit}
      />
      {root.children.length > 0 && <Arrange course={document} edit={edit} />}
      {root.children.length > 0 && <ReadBack course={document} />}
      <CourseSyllabus course={course} />
      <Fold
        title="Its name, code and credits"
        summary={
          [document.code, document.credits && `${document.credits} credits`].filter(Boolean).join(' · ') ||
          undefined
        }
      >
        <CourseFields course={document} edit={edit} />
        <MoveCourse course={kept} />
      </Fold>
      <History course={kept} />
      <CourseSheets course={kept} />
      <LinkButton href={`/course/${kept.id}/files`}>In and out: files, paper, calendar</LinkButton>
      <DeleteCourse course={kept} />
      <DraftNotices draft={draft} effectBeside={wide} />
    </Stack>
  );
}
