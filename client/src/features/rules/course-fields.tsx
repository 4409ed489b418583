import { courseFields, courseSetting, LIMITS, type Course } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { Row, Stack } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { NumberRule } from '@/ui/fields/number-rule';

/** A course's title, code and credits. */
export function CourseFields({ course, edit }: { course: Course; edit: EditRules }) {
  const wants = `of at most ${LIMITS.name} characters.`;
  return (
    <Stack gap="s">
      <KeptField
        label="Title of the course"
        shown="Title"
        value={course.title}
        fault={(text) =>
          courseFields.title.required().validate(text.trim()).error ? `A title ${wants}` : undefined
        }
        onKeep={(title) => edit([courseSetting({ title: title.trim() })])}
        style={{}}
      />
      <Row gap="s">
        <KeptField
          label="Code of the course"
          shown="Code"
          value={course.code ?? ''}
          fault={(text) =>
            courseFields.code.allow('').validate(text.trim()).error ? `A code ${wants}` : undefined
          }
          onKeep={(code) => edit([courseSetting({ code: code.trim() || undefined })])}
          style={{ flex: 1 }}
        />
        <NumberRule
          label="Credits of the course"
          shown="Credits"
          value={course.credits}
          wants="A number from 0 up, or nothing."
          onKeep={(credits) => edit([courseSetting({ credits })])}
        />
      </Row>
    </Stack>
  );
}
