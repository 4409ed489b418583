import { difference, withSheet, type Course } from '@fidens/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { ruleSheetsQuery, useKeepRuleSheet } from '@/data/library';
import type { CoursePageProps } from '@/model/course-page';
import { Row, Stack } from '@/ui/box';
import { NameForm } from '@/ui/fields/name-form';
import { SectionTitle, Soft } from '@/ui/text';
import { ChangePreview } from './change-preview';
import { OpenCourseFile } from './course-files';

/** The course's rules kept as a sheet, and a sheet's rules brought into the course. */
export function CourseSheets({ course }: CoursePageProps) {
  const { document } = course;
  const { data: sheets = [] } = useQuery(ruleSheetsQuery);
  const keep = useKeepRuleSheet();
  const [sheet, setSheet] = useState<Course>();
  return (
    <Stack gap="s">
      <SectionTitle>Rule sheets</SectionTitle>
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
            {sheets.map(({ id, document: rules }) => (
              <Button
                key={id}
                mode="outlined"
                accessibilityLabel={`Bring in the rules of ${rules.title}`}
                onPress={() => setSheet(rules)}
              >
                {rules.title}
              </Button>
            ))}
          </Row>
        </Stack>
      )}
      <OpenCourseFile label="Bring in the rules of a file" onOpen={setSheet} />
      {sheet && (
        <ChangePreview
          course={course}
          edits={difference(document, withSheet(document, sheet))}
          title={`The rules of ${sheet.title}`}
          button="Take these rules"
          done={`The rules of ${sheet.title} taken`}
          onEnd={() => setSheet(undefined)}
        />
      )}
    </Stack>
  );
}
