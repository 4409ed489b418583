import { decimalText, rational, type Potential } from '@fidens/core';
import { memo, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type { Computed } from '@/model/computed';
import { SPACE } from '@/theme/layout';
import { TEXT_MEDIUM, useColours } from '@/theme/paper-theme';
import { Bar } from '@/ui/bar';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { SectionTitle, Soft } from '@/ui/text';
import { number } from '@/wording/words';

/** Open pieces shown before all of them are asked for. */
const FIRST = 8;

type Order = 'swing' | 'rise';

/** Of a course with something open, where an hour counts most: how far each open piece can move the course, and how little it must rise for the next letter. */
export const SwingBars = memo(function SwingBars({ computed }: { computed: Computed }) {
  const [order, setOrder] = useState<Order>('swing');
  const { next, pieces } = computed.potentials!;
  const canRise = pieces.filter(({ rise }) => rise);
  const shown = order === 'swing' ? pieces : [...canRise].sort((a, b) => a.rise!.compare(b.rise!));
  const most = pieces[0]!.swing.valueOf();
  return (
    <Stack gap="s">
      <SectionTitle>Where an hour counts</SectionTitle>
      {next && canRise.length > 0 && (
        <Choice
          label="Order of the open pieces"
          value={order}
          onChange={setOrder}
          options={[
            { value: 'swing', label: 'What moves most' },
            { value: 'rise', label: `What is nearest to ${next.label}` },
          ]}
        />
      )}
      <View role="list" aria-label="Open pieces and how far each can move the course">
        {shown.slice(0, FIRST).map((piece) => (
          <PieceBar
            key={piece.id}
            name={piece.name}
            swing={decimalText(piece.swing, 1)}
            percent={most === 0 ? 0 : Math.max(2, (piece.swing.valueOf() / most) * 100)}
            rises={next && riseWords(piece, next.label)}
          />
        ))}
      </View>
      {shown.length > FIRST && <Soft>And {shown.length - FIRST} more, each with less.</Soft>}
    </Stack>
  );
});

/** A piece in plain values: where they stay, it is not drawn again. */
interface PieceBarProps {
  name: string;
  /** How far it can move the course, in percent of it. */
  swing: string;
  /** The same as a length, in percent of the longest. */
  percent: number;
  rises: string | undefined;
}

const PieceBar = memo(function PieceBar({ name, swing, percent, rises }: PieceBarProps) {
  const c = useColours();
  return (
    <View
      role="listitem"
      style={{ paddingVertical: SPACE.s, borderTopWidth: 1, borderColor: c.rule, gap: 4 }}
    >
      <View style={{ flexDirection: 'row', justifyContent: 'space-between', gap: SPACE.m }}>
        <Text variant="bodyMedium" style={{ flexShrink: 1 }}>
          {name}
        </Text>
        <Text variant="bodyMedium" style={{ fontFamily: TEXT_MEDIUM }}>
          up to {swing}
        </Text>
      </View>
      <Bar percent={percent} tone="segment" />
      {rises && <Soft>{rises}</Soft>}
    </View>
  );
});

function riseWords({ needs, usual, possible }: Potential, next: string): string {
  if (needs === undefined) return `It alone cannot bring ${next}.`;
  const more = rational(needs).sub(usual);
  const score = `${number(needs)} of ${number(possible)}`;
  return more.s < 0n || more.n === 0n
    ? `${score} is enough for ${next}.`
    : `${score} brings ${next}, ${decimalText(more, 1)} more than usual.`;
}
