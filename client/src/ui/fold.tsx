import { memo, useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';

interface FoldProps {
  title: string;
  /** What is folded away, in a few words. */
  summary?: string | undefined;
  children: ReactNode;
  startsOpen?: boolean;
}

/** Something rare, folded away under its title. */
export function Fold({ title, summary, children, startsOpen = false }: FoldProps) {
  const [isOpen, setIsOpen] = useState(startsOpen);
  return (
    <Stack gap="s">
      <Title title={title} summary={summary} isOpen={isOpen} setIsOpen={setIsOpen} />
      {isOpen && <View style={{ gap: SPACE.l, paddingBottom: SPACE.s }}>{children}</View>}
    </Stack>
  );
}

interface TitleProps extends Pick<FoldProps, 'title' | 'summary'> {
  isOpen: boolean;
  setIsOpen: (isOpen: boolean) => void;
}

const Title = memo(function Title({ title, summary, isOpen, setIsOpen }: TitleProps) {
  const c = useColours();
  return (
    <Pressable
      role="button"
      aria-expanded={isOpen}
      aria-label={title}
      onPress={() => setIsOpen(!isOpen)}
      style={{ minHeight: TOUCH, flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}
    >
      <Icon name={isOpen ? 'chevron-up' : 'chevron-down'} size={20} color={c.soft} />
      <View style={{ flex: 1, minWidth: 0 }}>
        <Text variant="labelLarge">{title}</Text>
        {summary && !isOpen && (
          <Text variant="bodySmall" style={{ color: c.soft }}>
            {summary}
          </Text>
        )}
      </View>
    </Pressable>
  );
});
