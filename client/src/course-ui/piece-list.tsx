import type { Assessment, Category, Edit } from '@fidens/core';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, Text, TextInput } from 'react-native-paper';
import { useNow } from '@/data/now';
import { newId } from '@/model/new-id';
import { piecesFromText, type PieceLine } from '@/model/lines/piece-lines';
import type { EditRules } from '@/model/rule-draft';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { endOfDay } from '@/ui/fields/day-field';
import { Soft, Wrong } from '@/ui/text';
import { dayText } from '@/wording/days';
import { number, plural } from '@/wording/words';
import { PART_WORDS, partFields } from './parts';

interface PieceListProps {
  parent: Category;
  edit: EditRules;
  /** What was pasted. */
  text: string;
  /** What a piece is out of where its line does not say it, and whether somebody said that. */
  possible: string;
  isSaid: boolean;
  onAdded: (what: string) => void;
}

/** A list of pieces as text, read line by line before anything is made. */
export function PieceList({ parent, edit, text: pasted, possible, isSaid, onAdded }: PieceListProps) {
  const c = useColours();
  const now = useNow();
  const [text, setText] = useState(pasted);
  const [refused, setRefused] = useState<string>();
  const hasWeight = parent.combine === 'weights';
  const lines = piecesFromText(text, new Date(now)).map((line) => withoutWeight(line, hasWeight));
  const add = () => {
    const nodes = lines.map(({ name, day, part, weight, ...line }): Assessment => ({
      kind: 'assessment',
      id: newId(),
      name,
      possible: line.possible ?? possible,
      ...(line.possible === undefined && !isSaid && { presumed: true as const }),
      ...(weight !== undefined && { weight }),
      ...(day !== undefined && { due: endOfDay(day) }),
      ...(part && partFields(part)),
    }));
    const what = plural(nodes.length, 'piece');
    const reason = edit(
      nodes.map((node): Edit => ({ op: 'add', parent: parent.id, node })),
      `${what} added`,
    );
    setRefused(reason);
    if (reason !== undefined) return;
    setText('');
    onAdded(what);
  };
  return (
    <Stack gap="s">
      <TextInput
        mode="outlined"
        dense
        multiline
        numberOfLines={4}
        label="One piece a line"
        aria-label={`A list of pieces for ${parent.name}, one a line`}
        value={text}
        onChangeText={setText}
        style={{ backgroundColor: c.card }}
      />
      {lines.length > 0 && (
        <View role="list" aria-label="As it is understood">
          {lines.map((line, index) => (
            <View key={index} role="listitem">
              <Text variant="bodyMedium">{lineWords(line, possible)}</Text>
              {line.unclear.length > 0 && (
                <Text variant="bodySmall" role="alert" style={{ color: c.error }}>
                  Not understood, and left out: {line.unclear.join('; ')}.
                </Text>
              )}
            </View>
          ))}
        </View>
      )}
      {refused !== undefined && <Wrong>{refused}</Wrong>}
      {lines.length > 0 ? (
        <Button mode="outlined" style={{ alignSelf: 'flex-start' }} onPress={add}>
          Add {plural(lines.length, 'piece')}
        </Button>
      ) : (
        <Soft>After the name: what it is out of, its due day, its weight with %, “extra credit”.</Soft>
      )}
    </Stack>
  );
}

/** Where pieces have no weights of their own, one that is written says nothing, and is said to. */
function withoutWeight({ weight, ...line }: PieceLine, hasWeight: boolean): PieceLine {
  if (hasWeight || weight === undefined) return { ...line, ...(weight !== undefined && { weight }) };
  return { ...line, unclear: [...line.unclear, `weight ${weight}`] };
}

function lineWords({ name, possible, weight, day, part }: PieceLine, usual: string): string {
  return [
    name,
    `out of ${number(possible ?? usual)}`,
    weight !== undefined && `weight ${number(weight)}`,
    day && `due ${dayText(parseISO(day), 'weekday and year')}`,
    part && PART_WORDS[part].replace(/^It is |\.$/g, ''),
  ]
    .filter(Boolean)
    .join(' · ');
}
