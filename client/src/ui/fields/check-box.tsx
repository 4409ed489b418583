import { View } from 'react-native';
import { Icon } from '@/theme/icons';
import { useColours } from '@/theme/paper-theme';

/** The mark of something that can be chosen; what carries it says so to a screen reader. */
export function CheckBox({ isChecked }: { isChecked: boolean }) {
  const c = useColours();
  return (
    <View
      style={{
        width: 20,
        height: 20,
        borderRadius: 6,
        borderWidth: 1.5,
        borderColor: isChecked ? c.primary : c.segment,
        backgroundColor: isChecked ? c.primary : 'transparent',
        alignItems: 'center',
        justifyContent: 'center',
      }}
    >
      {isChecked && <Icon name="check" size={14} color={c.onPrimary} />}
    </View>
  );
}
