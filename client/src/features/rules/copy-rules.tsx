import { copyRules, type Category, type Course } from '@fidens/core';
import { Button } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { Row } from '@/ui/box';
import { Fold } from '@/ui/fold';

interface CopyRulesProps {
  course: Course;
  category: Category;
  parent: Category;
  edit: EditRules;
}

/** The rules of another category of the same parent taken over, such as of a term's first half by its second. */
export function CopyRules({ course, category, parent, edit }: CopyRulesProps) {
  const useful = parent.children.filter(
    (other) =>
      other.kind === 'category' &&
      other.id !== category.id &&
      other.children.some(({ kind }) => kind === 'category') &&
      copyRules(course, other.id, category.id).length > 0,
  );
  if (useful.length === 0) return null;
  return (
    <Fold
      title={`Take another’s rules for ${category.name}`}
      summary="Adding up, drops and categories; pieces and weight stay."
    >
      <Row gap="s" wrap>
        {useful.map(({ id, name }) => (
          <Button
            key={id}
            mode="outlined"
            compact
            accessibilityLabel={`Take the rules of ${name} for ${category.name}`}
            onPress={() =>
              edit(copyRules(course, id, category.id), `${category.name} has the rules of ${name}`)
            }
          >
            {name}
          </Button>
        ))}
      </Row>
    </Fold>
  );
}
