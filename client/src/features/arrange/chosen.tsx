import type { Course, Edit } from '@fidens/core';
import { Button } from 'react-native-paper';
import { homesFor, movingTo, topmost } from '@/model/moving';
import type { EditRules } from '@/model/rule-draft';
import { Row } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';
import { countPieces, plural } from '@/wording/words';
import { ChangeAll } from './change-all';

interface ChosenProps {
  course: Course;
  edit: EditRules;
  chosen: ReadonlySet<string>;
  onNone: () => void;
}

/** What can be done with all that is chosen: moved, changed together, deleted. */
export function Chosen({ course, edit, chosen, onNone }: ChosenProps) {
  const done = (edits: readonly Edit[], words: string) => {
    if (edits.length === 0) return;
    edit(edits, words);
    onNone();
  };
  return (
    <>
      <Soft>{chosen.size} chosen</Soft>
      <Fold title={`Move ${chosen.size} to another place`}>
        <Row gap="xs" wrap>
          {homesFor(course, chosen).map(({ id, name }) => (
            <Button
              key={id}
              mode="outlined"
              compact
              onPress={() => done(movingTo(course, chosen, { parent: id }), movedWords(course, chosen))}
            >
              {id === course.root.id ? 'On their own' : name}
            </Button>
          ))}
        </Row>
      </Fold>
      <ChangeAll course={course} chosen={chosen} edit={edit} />
      <Row gap="s">
        <Button
          compact
          icon="delete"
          onPress={() => done(removing(course, chosen), deletedWords(course, chosen))}
        >
          Delete
        </Button>
        <Button compact onPress={onNone}>
          Choose none
        </Button>
      </Row>
    </>
  );
}

export function movedWords(course: Course, ids: ReadonlySet<string>): string {
  const nodes = topmost(course, ids);
  return nodes.length === 1 ? `${nodes[0]!.name} moved` : `${nodes.length} moved`;
}

/** Takes out what is chosen; what stands in a chosen category goes with it. */
function removing(course: Course, ids: ReadonlySet<string>): Edit[] {
  return topmost(course, ids).map(({ id }): Edit => ({ op: 'remove', id }));
}

function deletedWords(course: Course, ids: ReadonlySet<string>): string {
  const nodes = topmost(course, ids);
  const inside = nodes.reduce((sum, node) => sum + (node.kind === 'category' ? countPieces(node) : 0), 0);
  const what = nodes.length === 1 ? nodes[0]!.name : String(nodes.length);
  return `${what} deleted${inside > 0 ? `, with ${plural(inside, 'piece')}` : ''}`;
}
