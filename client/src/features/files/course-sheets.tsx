import { difference, listsPieces, rulesAlone, withSheet, type Course } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { ruleSheetsQuery, useKeepRuleSheet } from '@/data/library';
import type { CoursePageProps } from '@/model/course-page';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { NameForm } from '@/ui/fields/name-form';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';
import { ChangePreview } from '@/course-ui/change-preview';
import { OpenCourseFile } from '@/course-ui/open-course-file';

/** The course's rules kept as a sheet, and a sheet's rules brought into the course. */
export function CourseSheets({ course }: CoursePageProps) {
  const { document } = course;
  const { data: sheets = [] } = useQuery(ruleSheetsQuery);
  const keep = useKeepRuleSheet();
  const [sheet, setSheet] = useState<Course>();
  const [how, setHow] = useState<'all' | 'alone'>();
  const isAsked = !!sheet && listsPieces(sheet);
  const rules = sheet && how === 'alone' ? rulesAlone(sheet) : sheet;
  return (
    <Fold title="Rule sheets" summary="Keep these rules for another course, or bring others in.">
      <Soft>
        A sheet holds a course’s rules without its scores, for the next course of the kind. Yours stand under
        You.
      </Soft>
      <NameForm
        key={keep.data?.id}
        label="Keep these rules as"
        button="Keep"
        name={keep.data ? '' : document.title}
        busy={keep.isPending}
        reason={keep.error ? reasonOf(keep.error) : undefined}
        onName={(title) => keep.mutate({ ...document, title })}
      />
      {keep.data && <Soft>Kept: {keep.data.document.title}.</Soft>}
      {sheets.length > 0 && (
        <Stack gap="xs">
          <Soft>Bring the rules of a sheet into this course; you see first what that changes.</Soft>
          <Row gap="s" wrap>
            {sheets.map(({ id, document: own }) => (
              <Button
                key={id}
                mode="outlined"
                accessibilityLabel={`Bring in the rules of ${own.title}`}
                onPress={() => setSheet(own)}
              >
                {own.title}
              </Button>
            ))}
          </Row>
        </Stack>
      )}
      <OpenCourseFile label="Bring in the rules of a file" onOpen={setSheet} />
      {isAsked && (
        <Choice
          label={`What of ${sheet.title} is brought in`}
          value={how ?? ''}
          options={[
            { value: 'alone', label: 'Its rules alone', hint: 'The pieces of this course stay as they are.' },
            {
              value: 'all',
              label: 'Its pieces too',
              hint: 'What has no record yet gives way to its pieces.',
            },
          ]}
          onChange={(next) => setHow(next === '' ? undefined : next)}
        />
      )}
      {rules && sheet && (!isAsked || how) && (
        <ChangePreview
          key={how}
          course={course}
          edits={difference(document, withSheet(document, rules, how))}
          title={`The rules of ${sheet.title}`}
          button="Take these rules"
          done={`The rules of ${sheet.title} taken`}
          onEnd={() => {
            setSheet(undefined);
            setHow(undefined);
          }}
        />
      )}
    </Fold>
  );
}
