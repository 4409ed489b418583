import type { ReactNode } from 'react';
import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';

interface ChipButtonProps {
  /** Whether what it does is how it is now. */
  isOn: boolean;
  onPress: () => void;
  children: ReactNode;
}

/** One of several small buttons in a row: drawn with little, as each row of a list that opens has all of them. */
export function ChipButton({ isOn, onPress, children }: ChipButtonProps) {
  const c = useColours();
  return (
    <Pressable
      role="button"
      onPress={onPress}
      style={{
        minHeight: TOUCH,
        justifyContent: 'center',
        paddingHorizontal: SPACE.m,
        borderRadius: 20,
        borderWidth: 1,
        borderColor: isOn ? c.primarySoft : c.segment,
        backgroundColor: isOn ? c.primarySoft : 'transparent',
      }}
    >
      <Text variant="labelLarge" style={{ color: isOn ? c.onPrimarySoft : c.primary }}>
        {children}
      </Text>
    </Pressable>
  );
}
