import {
  courseSetting,
  isDeduction,
  nodesIn,
  type Course,
  type CourseNode,
  type Requirement,
} from '@fidens/core';
import { Button } from 'react-native-paper';
import { finalOf, passingLetter } from '@/model/ready-rules';
import type { EditRules } from '@/model/rule-draft';
import { NodeChoice } from '@/rules/conditions/node-choice';
import { requirementWords } from '@/rules/conditions/words';
import { namesIn } from '@/rules/names';
import { Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { SelectField } from '@/ui/fields/select-field';
import { Sentence, Words } from '@/ui/fields/sentence';
import { Fold } from '@/ui/fold';

type Kind = 'atLeast' | 'pieces' | 'atMost';

interface RequirementFieldsProps {
  course: Course;
  edit: EditRules;
}

/** What letters need beside the percent: each a sentence that opens to its fields, and a new one. */
export function RequirementFields({ course, edit }: RequirementFieldsProps) {
  const { requirements = [] } = course;
  const keep = (next: Requirement[]) =>
    edit([courseSetting({ requirements: next.length > 0 ? next : undefined })]);
  const first = defaultRequirement(course);
  return (
    <Stack gap="s">
      {requirements.map((requirement, place) => (
        <Fold key={place} title={requirementWords(requirement, namesIn(course))}>
          <OneRequirement
            course={course}
            value={requirement}
            onChange={(next) => keep(requirements.with(place, next))}
          />
          <Button
            compact
            icon="delete"
            style={{ alignSelf: 'flex-start' }}
            accessibilityLabel={`Delete: ${requirementWords(requirement, namesIn(course))}`}
            onPress={() => keep(requirements.toSpliced(place, 1))}
          >
            Delete
          </Button>
        </Fold>
      ))}
      {first && (
        <Button
          compact
          icon="plus"
          style={{ alignSelf: 'flex-start' }}
          onPress={() => keep([...requirements, first])}
        >
          Add what a letter needs
        </Button>
      )}
    </Stack>
  );
}

/** The lowest letter that passes, of the final exam as far as there is one: to be adjusted. */
function defaultRequirement(course: Course): Requirement | undefined {
  const of = finalOf(course) ?? nodesFor(course, 'atLeast')[0];
  const letter = passingLetter(course);
  return of && letter !== undefined ? { for: letter, of: of.id, atLeast: '50' } : undefined;
}

/** What a requirement of a kind can be about. */
function nodesFor(course: Course, kind: Kind): CourseNode[] {
  const nodes = nodesIn(course.root).filter((node) => node !== course.root);
  if (kind === 'pieces') return nodes.filter((node) => node.kind === 'category');
  if (kind === 'atMost') {
    const pieces = nodes.filter((node) => node.kind === 'assessment');
    return [...pieces.filter(isDeduction), ...pieces.filter((piece) => !isDeduction(piece))];
  }
  const isAlone = (node: CourseNode) => course.root.children.includes(node);
  const able = nodes.filter((node) => !isDeduction(node));
  return [...able.filter(isAlone), ...able.filter((node) => !isAlone(node))];
}

interface OneRequirementProps {
  course: Course;
  value: Requirement;
  onChange: (value: Requirement) => string | undefined;
}

function OneRequirement({ course, value, onChange }: OneRequirementProps) {
  const kind: Kind = 'atLeast' in value ? 'atLeast' : 'pieces' in value ? 'pieces' : 'atMost';
  const { for: letter, of } = value;
  const words = requirementWords(value, namesIn(course));
  const change = (next: Kind) => {
    const nodes = nodesFor(course, next);
    // Points that are not to be too many are most often absences.
    const counted = next === 'atMost' ? nodes.find(isDeduction) : undefined;
    const about = counted ?? nodes.find(({ id }) => id === of) ?? nodes[0];
    if (!about) return;
    const base = { for: letter, of: about.id };
    onChange(
      {
        atLeast: { ...base, atLeast: '50' },
        pieces: { ...base, pieces: 1 },
        atMost: { ...base, atMost: '6' },
      }[next],
    );
  };
  return (
    <Sentence label={words}>
      <SelectField
        inline
        label={`For which letter: ${words}`}
        value={letter}
        options={course.scale.bands.slice(0, -1).map(({ label }) => ({ value: label, label }))}
        onChange={(next) => onChange({ ...value, for: next })}
      />
      <Words>or better</Words>
      <SelectField
        inline
        label={`What it needs: ${words}`}
        value={kind}
        options={[
          { value: 'atLeast', label: 'needs at least' },
          { value: 'pieces', label: 'needs pieces:' },
          { value: 'atMost', label: 'allows at most' },
        ]}
        onChange={change}
      />
      {'atLeast' in value && (
        <NumberRule
          label={`At least %: ${words}`}
          value={value.atLeast}
          wants="A percent from 0 up."
          required
          width={76}
          onKeep={(text) => onChange({ ...value, atLeast: text! })}
        />
      )}
      {'pieces' in value && (
        <NumberRule
          label={`How many pieces: ${words}`}
          value={String(value.pieces)}
          wants="A whole number from 1 up."
          required
          whole
          positive
          width={64}
          onKeep={(text) => onChange({ ...value, pieces: Number(text) })}
        />
      )}
      {'atMost' in value && (
        <NumberRule
          label={`At most: ${words}`}
          value={value.atMost}
          wants="A number from 0 up."
          required
          width={76}
          onKeep={(text) => onChange({ ...value, atMost: text! })}
        />
      )}
      <Words>{{ atLeast: 'percent on', pieces: 'of', atMost: 'in' }[kind]}</Words>
      <NodeChoice
        label={`About what: ${words}`}
        course={course}
        value={of}
        nodes={nodesFor(course, kind)}
        onChange={(next) => next !== undefined && onChange({ ...value, of: next })}
      />
      {'pieces' in value && (
        <>
          <Words>with</Words>
          <NumberRule
            label={`Each with %: ${words}`}
            value={value.each}
            wants="A percent from 0 up, or nothing where any score will do."
            width={76}
            onKeep={(text) => {
              const { each: _each, ...rest } = value;
              return onChange(text === undefined ? rest : { ...rest, each: text });
            }}
          />
          <Words>percent or more.</Words>
        </>
      )}
    </Sentence>
  );
}
