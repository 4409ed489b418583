import type { Assessment, Course } from '@fidens/core';
import { Button } from 'react-native-paper';
import { homesFor, movingTo } from '@/model/moving';
import type { EditRules } from '@/model/rule-draft';
import { Row, Stack } from '@/ui/box';
import { Soft } from '@/ui/text';

interface FileItProps {
  course: Course;
  pieces: readonly Assessment[];
  edit: EditRules;
}

/** The categories that pieces without a place of their own can be filed in, one tap each. */
export function FileIt({ course, pieces, edit }: FileItProps) {
  const ids = new Set(pieces.map(({ id }) => id));
  const homes = homesFor(course, ids).filter(({ id }) => id !== course.root.id);
  if (homes.length === 0) return null;
  const [first] = pieces;
  const name = pieces.length === 1 ? first!.name : `${pieces.length} pieces`;
  return (
    <Stack gap="xs">
      <Soft>
        {pieces.length === 1 ? 'It counts once it has a weight, or stands in a category:' : 'File them in:'}
      </Soft>
      <Row gap="xs" wrap role="group" aria-label={`File ${name}`}>
        {homes.map(({ id, name: home }) => (
          <Button
            key={id}
            mode="outlined"
            compact
            accessibilityLabel={`In ${home}: file ${name}`}
            onPress={() => edit(movingTo(course, ids, { parent: id }), `${name} filed in ${home}`)}
          >
            In {home}
          </Button>
        ))}
      </Row>
    </Stack>
  );
}
