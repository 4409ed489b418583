import { decimalText, isDeduction, weightTotal, type Category, type Scheme } from '@fidens/core';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import { TEXT_STRONG } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import { WEIGHT_WANTED } from '@/wording/words';
import type { RuleEditor } from '../rule';
import { weightIn } from './words';

/** Other weights of the same categories and pieces, of which the better counts. Only where weights make the whole. */
export const SchemesEditor: RuleEditor<Scheme[]> = ({ category, of, value = [], onChange }) => {
  if (category.combine !== 'weights') return null;
  const keep = (schemes: Scheme[]) => onChange(schemes.length > 0 ? schemes : undefined);
  const children = category.children.filter((child) => !isDeduction(child) && child.counted !== false);
  return (
    <Stack gap="m">
      <Soft>
        {value.length === 0
          ? `Where the syllabus has two weightings and the better one counts, add the other.`
          : 'Whichever brings more counts.'}
      </Soft>
      {value.map((scheme, place) => (
        <SchemeFields
          key={place}
          category={category}
          scheme={scheme}
          onKeep={(next) => keep(value.with(place, next))}
          onDelete={() => keep(value.toSpliced(place, 1))}
        >
          {children}
        </SchemeFields>
      ))}
      <Button
        compact
        icon="plus"
        style={{ alignSelf: 'flex-start' }}
        accessibilityLabel={`Add another weighting of ${of}`}
        onPress={() => keep([...value, newScheme(value, children)])}
      >
        Add another weighting
      </Button>
    </Stack>
  );
};

/** A scheme that begins with the weights as they are. */
function newScheme(others: readonly Scheme[], children: Category['children']): Scheme {
  const taken = new Set(others.map(({ name }) => name));
  let name = 'Other weights';
  for (let number = 2; taken.has(name); number += 1) name = `Other weights ${number}`;
  const weights = children.flatMap(({ id, weight }): [string, string][] =>
    weight === undefined ? [] : [[id, weight]],
  );
  return { name, weights: Object.fromEntries(weights) };
}

interface SchemeFieldsProps {
  category: Category;
  scheme: Scheme;
  onKeep: (scheme: Scheme) => string | undefined | void;
  onDelete: () => void;
  children: Category['children'];
}

function SchemeFields({ category, scheme, onKeep, onDelete, children }: SchemeFieldsProps) {
  const total = decimalText(weightTotal(category, scheme.weights), 2);
  const set = (id: string, weight: string | undefined) => {
    const { [id]: _old, ...rest } = scheme.weights;
    return onKeep({ ...scheme, weights: weight === undefined ? rest : { ...rest, [id]: weight } });
  };
  return (
    <View role="group" aria-label={scheme.name} style={{ gap: 8 }}>
      <KeptField
        label={`Name of the weighting ${scheme.name}`}
        shown="Name"
        value={scheme.name}
        fault={(text) => (text.trim() === '' ? 'A name must not be blank.' : undefined)}
        onKeep={(name) => onKeep({ ...scheme, name: name.trim() })}
        style={{}}
      />
      {children.map((child) => (
        <Row key={child.id} gap="s" align="center">
          <Text variant="bodyMedium" style={{ flex: 1 }}>
            {child.name}
          </Text>
          <NumberRule
            label={`Weight of ${child.name} in ${scheme.name}`}
            value={weightIn(scheme, child)}
            wants={WEIGHT_WANTED}
            width={84}
            onKeep={(weight) => void set(child.id, weight)}
          />
        </Row>
      ))}
      <Row gap="s" align="center" wrap>
        <Text variant="bodyMedium" style={{ flex: 1, fontFamily: TEXT_STRONG }}>
          {total} in all
        </Text>
        <Button compact icon="delete" accessibilityLabel={`Delete ${scheme.name}`} onPress={onDelete}>
          Delete
        </Button>
      </Row>
    </View>
  );
}
