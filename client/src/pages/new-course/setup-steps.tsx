import { applyEdits, courseSetting, find, setting, type Category, type Course } from '@fidens/core';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { PieceForm } from '@/course-ui/piece-form';
import { ReadBackList } from '@/course-ui/read-back';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { RuleField } from '@/features/rules/category-rules';
import { CourseFields } from '@/features/rules/course-fields';
import { CoursePolicies } from '@/features/rules/course-policies';
import { DraftNotices } from '@/features/rules/draft-notices';
import { ReadyRules } from '@/features/rules/ready-rules';
import { RequirementFields } from '@/features/rules/requirement-fields';
import { RuleLines } from '@/features/rules/rule-lines';
import { ScaleChoice } from '@/features/scales/scale-choice';
import { ScaleEditor } from '@/features/scales/scale-editor';
import { compute } from '@/model/computed';
import { treeRows } from '@/model/moving';
import { useRuleDraft, type RuleDraft } from '@/model/rule-draft';
import { Stack } from '@/ui/box';
import { Empty } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { useReturn } from '@/ui/hooks/use-return';
import { countPieces, plural } from '@/wording/words';
import { SetupFrame, type Step } from './setup-frame';

interface StepProps {
  draft: RuleDraft;
}

/** One step of setting up a course. */
export function SetupStep({ course: kept, step }: { course: ShownCourse; step: Step }) {
  const draft = useRuleDraft(kept);
  const { document } = draft.course;
  const [typing, setTyping] = useState<Record<string, string | undefined>>({});
  const edits = Object.entries(typing).flatMap(([id, weight]) =>
    weight === undefined ? [] : [setting(id, { weight: weight === '' ? undefined : weight })],
  );
  const typed = applyEdits(document, edits);
  return (
    <SetupFrame course={draft.course} shown={typed.ok ? typed.course : document} step={step}>
      {step === 'course' && <CourseFields course={document} edit={draft.edit} />}
      {step === 'categories' && (
        <Categories draft={draft} onWeight={(id, text) => setTyping((all) => ({ ...all, [id]: text }))} />
      )}
      {step === 'pieces' && <Pieces draft={draft} />}
      {step === 'policies' && <ScaleAndPolicies draft={draft} />}
      {step === 'read-back' && <ReadBackStep draft={draft} />}
      <DraftNotices draft={draft} />
    </SetupFrame>
  );
}

function Categories({
  draft: { course, edit },
  onWeight,
}: StepProps & { onWeight: (id: string, text: string | undefined) => void }) {
  const now = useNow();
  const { document } = course;
  const { standing } = compute(document, now).outlooks;
  return <RuleLines course={document} standing={standing} edit={edit} brief onWeight={onWeight} />;
}

/** The pieces that are known so far, and how many the syllabus promises, category by category. */
function Pieces({ draft }: StepProps) {
  const { root } = draft.course.document;
  const categories = treeRows(root)
    .map(({ node }) => node)
    .filter((node): node is Category => node.kind === 'category')
    .filter(({ children }) => children.every(({ kind }) => kind === 'assessment'));
  return (
    <Stack gap="xl">
      {categories.length === 0 && (
        <Empty title="No categories yet">
          Pieces can stand on their own and be filed later; or go back and copy the categories first.
        </Empty>
      )}
      {categories.map((category) => (
        <CategoryPieces key={category.id} draft={draft} category={category} />
      ))}
      <CategoryPieces draft={draft} category={root} />
    </Stack>
  );
}

function CategoryPieces({ draft: { course, edit }, category }: StepProps & { category: Category }) {
  const [isAdding, setIsAdding] = useState(false);
  const opener = useReturn(isAdding);
  const isRoot = category === course.document.root;
  const own = category.children.filter(({ kind }) => kind === 'assessment');
  const names = own.map(({ name }) => name).join(', ');
  return (
    <Stack gap="s">
      <SectionTitle end={<Soft>{plural(isRoot ? own.length : countPieces(category), 'piece')}</Soft>}>
        {isRoot ? 'On their own' : pathOf(course.document, category)}
      </SectionTitle>
      {names !== '' && <Soft>{names}</Soft>}
      {!isRoot && (
        <RuleField
          field="planned"
          course={course.document}
          category={category}
          of={category.name}
          inForce={undefined}
          edit={edit}
        />
      )}
      {isAdding ? (
        <PieceForm parent={category} edit={edit} onDone={() => setIsAdding(false)} />
      ) : (
        <Button
          touchableRef={opener as never}
          icon="plus"
          compact
          style={{ alignSelf: 'flex-start' }}
          accessibilityLabel={isRoot ? 'Add a piece on its own' : `Add pieces to ${category.name}`}
          onPress={() => setIsAdding(true)}
        >
          Add pieces
        </Button>
      )}
    </Stack>
  );
}

/** "First half · Case notes". */
function pathOf(document: Course, { id, name }: Category): string {
  const above = find(document, id)?.ancestors.slice(1) ?? [];
  return [...above.map((category) => category.name), name].join(' · ');
}

function ScaleAndPolicies({ draft: { course, edit } }: StepProps) {
  const { document } = course;
  const { scale, policy } = document;
  return (
    <Stack gap="xl">
      <Stack gap="m">
        <SectionTitle>Grading scale</SectionTitle>
        <ScaleChoice
          label="Grading scale"
          scale={scale}
          onChange={(next) => edit([courseSetting({ scale: next })])}
        />
        <ScaleEditor
          of={`course ${course.id}`}
          scale={scale}
          set={(next) => edit([courseSetting({ scale: next })])}
        />
      </Stack>
      <CoursePolicies policy={policy} edit={edit} />
      <Stack gap="s">
        <SectionTitle>What letters need</SectionTitle>
        <RequirementFields course={document} edit={edit} />
        <ReadyRules course={document} edit={edit} />
      </Stack>
    </Stack>
  );
}

function ReadBackStep({ draft: { course } }: StepProps) {
  return (
    <Stack gap="m">
      <Soft>Hold this against the syllabus, line by line. It stays on the Rules page.</Soft>
      <ReadBackList course={course.document} />
    </Stack>
  );
}
