import { useId } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import Svg, { Rect } from 'react-native-svg';
import { deviceSetting } from '@/storage/device-setting';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { RibbonPatterns } from './ribbon-patterns';

/** Whether the ribbon has been explained on this device. */
const ribbonIs = deviceSetting('fidens.ribbon', ['new', 'known']);

/** What the fillings of the ribbon mean: until it was read once, and whenever a part is asked what it is. */
export function RibbonLegend({ isAsked }: { isAsked: boolean }) {
  const { primary, card } = useColours();
  const id = useId().replace(/\W/g, '');
  const isNew = ribbonIs.use() === 'new';
  if (!isNew && !isAsked) return null;
  const fillings = [
    { fill: primary, words: 'earned' },
    { fill: `url(#hatch${id})`, words: 'lost' },
    { fill: `url(#dots${id})`, words: 'forecast' },
    { fill: card, words: 'open' },
  ];
  return (
    <Row gap="s" align="center" wrap>
      {fillings.map(({ fill, words }) => (
        <Swatch key={words} id={id} fill={fill} words={words} />
      ))}
      {isNew && (
        <Button
          compact
          accessibilityLabel="Got it: put the legend away"
          onPress={() => ribbonIs.choose('known')}
        >
          Got it
        </Button>
      )}
    </Row>
  );
}

function Swatch({ id, fill, words }: { id: string; fill: string; words: string }) {
  const { segment, soft } = useColours();
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.xs }}>
      <Svg width={18} height={12} aria-hidden>
        <RibbonPatterns id={id} />
        <Rect x={0.5} y={0.5} width={17} height={11} rx={3} fill={fill} stroke={segment} />
      </Svg>
      <Text variant="bodySmall" style={{ color: soft }}>
        {words}
      </Text>
    </View>
  );
}
