import { courseSetting, figureText, readFigure, schoolFigure } from '@fidens/core';
import { useRef } from 'react';
import type { View } from 'react-native';
import { useNow } from '@/data/now';
import type { CoursePageProps } from '@/model/course-page';
import { useChange } from '@/model/use-change';
import { Stack } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { Soft } from '@/ui/text';
import { useEscape } from '@/ui/hooks/use-frame';

interface FigureFieldProps extends CoursePageProps {
  onDone: () => void;
}

/** What the school shows now, as it stands there: a percent with its decimals, points of a whole, or a letter. */
export function FigureField({ course, onDone }: FigureFieldProps) {
  const now = useNow();
  const edit = useChange(course);
  const frame = useRef<View>(null);
  useEscape(frame, onDone);
  const { document } = course;
  const figure = schoolFigure(document);
  return (
    <Stack ref={frame} gap="xs">
      <KeptField
        label={`The school shows, in ${document.title}`}
        shown="The school shows"
        value={figure ? figureText(figure) : ''}
        autoFocus
        style={{ maxWidth: 220 }}
        fault={(text) => {
          if (text.trim() === '') return undefined;
          const read = readFigure(text, document.scale);
          return 'said' in read ? read.said : undefined;
        }}
        onKeep={(text) => {
          const read = readFigure(text, document.scale);
          const school = 'figure' in read ? { ...read.figure, seen: now } : undefined;
          edit(
            [courseSetting({ school })],
            school ? 'The school’s figure kept' : 'The school’s figure taken away',
          );
        }}
        onEnter={onDone}
      />
      <Soft>As it stands there: 84.6, 412/480 or a letter.</Soft>
    </Stack>
  );
}
