import type { BandReach, Effect, Participation } from '@fidens/core';
import { useState } from 'react';
import { ScrollView, View } from 'react-native';
import { Button } from 'react-native-paper';
import type { CoursePageProps } from '@/model/course-page';
import { useRuleDraft, type RuleDraft } from '@/model/rule-draft';
import { SPACE } from '@/theme/layout';
import { Row, Stack } from '@/ui/box';
import { ChangeRow } from '@/ui/change-row';
import { Panel } from '@/ui/panel';
import { Figure, Soft } from '@/ui/text';
import { gradeText, OUTLOOK_NAMES, plural } from '@/wording/words';

interface EffectPanelProps {
  draft: RuleDraft;
  /** All of it in sight, where there is room beside the rules. */
  whole?: boolean;
}

/** What changed rules do, before they are kept: each number before and after, and the pieces that count otherwise. */
export function EffectPanel({ draft, whole = false }: EffectPanelProps) {
  const [isOpen, setIsOpen] = useState(false);
  const { effect, keep, discard } = draft;
  if (!effect) return null;
  const shown = whole ? effect.outlooks : effect.outlooks.filter(({ name }) => name === 'standing');
  return (
    <Panel label="Effect of the changed rules" tone="ask">
      <Soft>Not kept yet</Soft>
      <Stack gap="xs">
        <Stack aria-live="polite" gap="xs">
          {shown.map(({ name, before, after }) => (
            <ChangeRow
              key={name}
              label={OUTLOOK_NAMES[name]}
              before={gradeText(before)}
              after={gradeText(after)}
            />
          ))}
        </Stack>
        {(whole || isOpen) && <EffectDetails effect={effect} whole={whole} />}
      </Stack>
      <Row gap="s" wrap align="center">
        <Button mode="contained" onPress={keep}>
          Keep
        </Button>
        <Button mode="outlined" onPress={discard}>
          Discard
        </Button>
        {!whole && <Button onPress={() => setIsOpen(!isOpen)}>{isOpen ? 'Less' : 'What changes'}</Button>}
      </Row>
    </Panel>
  );
}

/** On a course's other pages: that changed rules wait. */
export function WaitingRules({ course }: CoursePageProps) {
  const { effect } = useRuleDraft(course);
  return effect ? <Soft>Changed rules wait on the Rules page; they are not kept yet.</Soft> : null;
}

/** A list that scrolls is reached with the keyboard too. */
const KEYBOARD = { tabIndex: 0, role: 'group', 'aria-label': 'What changes' } as const;

export function EffectDetails({ effect, whole }: { effect: Effect; whole: boolean }) {
  const { outlooks, reach, pieces } = effect;
  const rest = whole ? [] : outlooks.filter(({ name }) => name !== 'standing');
  const content = (
    <Stack gap="xs">
      {rest.map(({ name, before, after }) => (
        <ChangeRow
          key={name}
          label={OUTLOOK_NAMES[name]}
          before={gradeText(before)}
          after={gradeText(after)}
        />
      ))}
      {reach.map(({ label, before, after }) => (
        <ChangeRow key={label} label={label} before={takes(before)} after={takes(after)} />
      ))}
      {pieces.length > 0 && (
        <View style={{ gap: SPACE.xs, paddingTop: SPACE.s }}>
          <Figure>{plural(pieces.length, 'piece counts', 'pieces count')} otherwise</Figure>
          {pieces.map(({ id, name, before, after }) => (
            <ChangeRow key={id} label={name} {...partTexts(before, after)} />
          ))}
        </View>
      )}
    </Stack>
  );
  return whole ? (
    content
  ) : (
    <ScrollView style={{ maxHeight: 260 }} {...KEYBOARD}>
      {content}
    </ScrollView>
  );
}

function takes(reach: BandReach | undefined): string {
  if (!reach) return 'no such letter';
  return reach.state === 'reachable' ? `takes ${Number(reach.level)}%` : reach.state;
}

/** How a piece takes part, with its percent where that changes. */
function partTexts(
  before: Participation | undefined,
  after: Participation | undefined,
): { before: string; after: string } {
  const same = before?.percent === after?.percent;
  const text = (standing: Participation | undefined) => {
    if (!standing) return 'not there';
    const { role, percent } = standing;
    const shown = percent !== undefined && !same ? `, ${Number(Number(percent).toFixed(1))}%` : '';
    return `${ROLES[role] ?? role}${shown}`;
  };
  return { before: text(before), after: text(after) };
}

const ROLES: Partial<Record<Participation['role'], string>> = {
  regular: 'counts',
  extra: 'extra credit',
  'dropped lowest': 'dropped',
  'dropped highest': 'dropped',
};
