import {
  decimalText,
  HUNDRED,
  letterOf,
  OUTLOOKS,
  rounded,
  type Derivation,
  type Letters,
  type OutlookName,
  type Rational,
} from '@fidens/core';
import { useGlobalSearchParams } from 'expo-router';
import { useState } from 'react';
import { OtherGrades } from '@/course-ui/other-grades';
import { WorkingSum } from '@/course-ui/working-sum';
import { useNow } from '@/data/now';
import { compute } from '@/model/computed';
import type { CoursePageProps } from '@/model/course-page';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Empty } from '@/ui/states';
import { SectionTitle, Soft } from '@/ui/text';
import { heldWords } from '@/wording/working-words';

const LABELS: Record<OutlookName, string> = {
  standing: 'Standing',
  floor: 'Floor',
  ceiling: 'Ceiling',
  forecast: 'Forecast',
};

const ASSUMES: Record<OutlookName, string> = {
  standing: 'Only settled work counts; what is open takes no part.',
  floor: 'All that is open, and all that is promised, counts as 0.',
  ceiling: 'All that is open, and all that is promised, counts as full marks.',
  forecast: 'All that is open goes as its category stands now; extra credit that is open counts as 0.',
};

/** How a number came about, from the course down to one entry. */
export function WorkingPage({ course, beside }: CoursePageProps) {
  const now = useNow();
  const { outlook: asked } = useGlobalSearchParams<{ outlook?: string }>();
  const [outlook, setOutlook] = useState<OutlookName>(
    OUTLOOKS.find((name) => name === asked && !beside) ?? 'standing',
  );
  const { outlooks, letters } = compute(course.document, now);
  const derivation = outlooks[outlook];
  return (
    <Stack gap="l">
      {beside && <SectionTitle>Working</SectionTitle>}
      <Choice
        label="Outlook"
        value={outlook}
        onChange={setOutlook}
        options={OUTLOOKS.map((value) => ({ value, label: LABELS[value] }))}
      />
      <Soft>{ASSUMES[outlook]}</Soft>
      {derivation?.worth ? (
        <>
          <WorkingSum derivation={derivation} />
          <LetterLine derivation={derivation} letters={letters} />
          <OtherGrades course={course} />
        </>
      ) : (
        <Empty title="No number yet">
          {outlook === 'forecast'
            ? 'Some open work has nothing near it with a score, so nothing can be said of how it will go.'
            : 'Nothing that counts has a score yet.'}
        </Empty>
      )}
    </Stack>
  );
}

function LetterLine({ derivation, letters }: { derivation: Derivation; letters: Letters }) {
  const { value } = derivation.worth!;
  const { band, alone, held } = letterOf(derivation, letters)!;
  const round = rounded(value, letters);
  const index = letters.bands.findIndex((entry) => entry.band === alone);
  const next = letters.bands[index - 1];
  const written = (part: Rational) => decimalText(part.mul(letters.outOf ?? HUNDRED), 6);
  const from = letters.bands[index]!.from;
  const starts = `${alone.label} starts at ${written(from)}${next ? `, ${next.band.label} at ${written(next.from)}` : ''}.`;
  return (
    <Stack gap="xs">
      <Soft>
        {letters.round ? `${written(value)} rounds to ${written(round)}. ` : ''}
        {starts}
      </Soft>
      {held.length > 0 && (
        <Soft>{`The letter is ${band.label} all the same, as something is missing beside the percent:`}</Soft>
      )}
      {held.map((judged) => (
        <Soft key={judged.requirement.source.of + judged.requirement.band}>{heldWords(judged)}</Soft>
      ))}
    </Stack>
  );
}
