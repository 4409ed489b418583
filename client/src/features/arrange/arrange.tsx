import type { Course, CourseNode } from '@fidens/core';
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { IconButton, Text } from 'react-native-paper';
import { PieceRules } from '@/course-ui/piece-rules';
import { movingTo, treeRows, type Place, type TreeRow } from '@/model/moving';
import type { EditRules } from '@/model/rule-draft';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { CheckBox } from '@/ui/fields/check-box';
import { Fold } from '@/ui/fold';
import { onKeys } from '@/ui/keys';
import { Panel } from '@/ui/panel';
import { toggled } from '@/ui/toggled';
import { countPieces, number, plural } from '@/wording/words';
import { Chosen, movedWords } from './chosen';
import { useDragRow, type Edge } from './use-drag';

interface ArrangeProps {
  course: Course;
  edit: EditRules;
}

/** What stands where: every category and piece, moved one by one or many at once, by drag or by menu; and each piece's own rules. */
export function Arrange(props: ArrangeProps) {
  const { root } = props.course;
  return (
    <Fold
      title="Every category and piece, to move and change"
      summary={`${plural(countPieces(root), 'piece')}. Choose many and move them at once.`}
    >
      <Tree {...props} />
    </Fold>
  );
}

function Tree({ course, edit }: ArrangeProps) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [openId, setOpenId] = useState<string>();
  const rows = treeRows(course.root);
  const there = new Set(rows.map(({ node }) => node.id).filter((id) => chosen.has(id)));
  /** What a drag of one row takes along: all that is chosen, where it is one of them. */
  const draggedWith = (id: string) => (there.has(id) ? there : new Set([id]));
  const move = (ids: ReadonlySet<string>, place: Place) => {
    const edits = movingTo(course, ids, place);
    if (edits.length === 0) return;
    edit(edits, movedWords(course, ids));
    setChosen(new Set());
  };
  return (
    <View>
      <View role="list" aria-label="What stands where">
        {rows.map((row) => (
          <Row
            key={row.node.id}
            row={row}
            course={course}
            edit={edit}
            isChosen={there.has(row.node.id)}
            onChoose={() => setChosen(toggled(there, row.node.id))}
            isOpen={openId === row.node.id}
            onOpen={() => setOpenId(openId === row.node.id ? undefined : row.node.id)}
            canTake={(dragged) =>
              movingTo(course, draggedWith(dragged), placeAt(row, 'before')).length > 0 ||
              movingTo(course, draggedWith(dragged), placeAt(row, 'into')).length > 0
            }
            onDrop={(dragged, edge) => move(draggedWith(dragged), placeAt(row, edge))}
          />
        ))}
      </View>
      {there.size > 0 && (
        <Panel label="What is chosen" tone="primary" sticky>
          <Chosen course={course} edit={edit} chosen={there} onNone={() => setChosen(new Set())} />
        </Panel>
      )}
    </View>
  );
}

/** The place that an edge of a row stands for. */
function placeAt({ node, parent }: TreeRow, edge: Edge): Place {
  if (edge === 'into' && node.kind === 'category') return { parent: node.id };
  const next = parent.children[parent.children.findIndex(({ id }) => id === node.id) + 1];
  return { parent: parent.id, before: edge === 'before' ? node.id : next?.id };
}

interface RowProps extends ArrangeProps {
  row: TreeRow;
  isChosen: boolean;
  onChoose: () => void;
  isOpen: boolean;
  onOpen: () => void;
  canTake: (dragged: string) => boolean;
  onDrop: (dragged: string, edge: Edge) => void;
}

function Row({
  row: { node, parent, depth },
  course,
  edit,
  isChosen,
  onChoose,
  isOpen,
  onOpen,
  canTake,
  onDrop,
}: RowProps) {
  const c = useColours();
  const isCategory = node.kind === 'category';
  const { row, grip, held } = useDragRow({ id: node.id, takes: isCategory, canTake, onDrop });
  return (
    <View role="listitem" style={{ paddingLeft: depth * SPACE.l }}>
      <View
        ref={row as never}
        style={{
          minHeight: TOUCH,
          flexDirection: 'row',
          alignItems: 'center',
          gap: SPACE.xs,
          borderTopWidth: 2,
          borderBottomWidth: 2,
          borderTopColor: held === 'before' ? c.primary : 'transparent',
          borderBottomColor: held === 'after' ? c.primary : 'transparent',
          backgroundColor: held === 'into' || isChosen ? c.tint : 'transparent',
          borderRadius: held === 'before' || held === 'after' ? 0 : 10,
        }}
      >
        <View ref={grip as never} aria-hidden style={{ cursor: 'grab' as never, paddingVertical: SPACE.s }}>
          <Icon name="grip" size={20} color={c.soft} />
        </View>
        <Pressable
          role="checkbox"
          aria-checked={isChosen}
          aria-label={`Choose ${node.name}`}
          onPress={onChoose}
          {...onKeys({ ' ': onChoose })}
          style={{
            flex: 1,
            minWidth: 0,
            minHeight: TOUCH,
            flexDirection: 'row',
            alignItems: 'center',
            gap: SPACE.s,
          }}
        >
          <CheckBox isChecked={isChosen} />
          <Text variant="bodyMedium" style={{ flex: 1, fontFamily: isCategory ? TEXT_STRONG : undefined }}>
            {node.name}
          </Text>
          <Text variant="bodySmall" style={{ color: c.soft }}>
            {detailOf(node)}
          </Text>
        </Pressable>
        {isCategory ? (
          <View style={{ width: TOUCH }} />
        ) : (
          <IconButton
            icon={isOpen ? 'chevron-up' : 'chevron-down'}
            size={20}
            style={{ margin: 0, width: TOUCH, height: TOUCH }}
            accessibilityLabel={`${isOpen ? 'Close the rules' : 'Rules'} of ${node.name}`}
            onPress={onOpen}
          />
        )}
      </View>
      {isOpen && node.kind === 'assessment' && (
        <View style={{ gap: SPACE.m, paddingLeft: SPACE.m, paddingVertical: SPACE.s }}>
          <PieceRules course={course} piece={node} parent={parent} edit={edit} />
        </View>
      )}
    </View>
  );
}

/** What a row says beside its name. */
function detailOf(node: CourseNode): string {
  const weight = node.weight === undefined ? '' : `weight ${number(node.weight)}`;
  if (node.kind === 'category')
    return [weight, plural(countPieces(node), 'piece')].filter(Boolean).join(' · ');
  return [weight, `of ${number(node.possible)}`].filter(Boolean).join(' · ');
}
