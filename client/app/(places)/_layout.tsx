import { Slot } from 'expo-router';
import { View } from 'react-native';
import { Places } from '../../src/parts/places';
import { SavingMark } from '../../src/parts/saving-mark';
import { SessionEnded } from '../../src/parts/session-ended';
import { UndoNotice } from '../../src/parts/undo-notice';
import { UnsavedNotice } from '../../src/parts/unsaved-notice';
import { useIsWide } from '../../src/theme/layout';

/** The four places around whatever is open: a bar below it on a phone, a rail beside it on a wide screen. */
export default function PlacesLayout() {
  const wide = useIsWide();
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column-reverse' }}>
      <Places />
      <View role="main" style={{ flex: 1, minHeight: 0 }}>
        <SavingMark />
        <UnsavedNotice />
        <Slot />
        <UndoNotice />
        <SessionEnded />
      </View>
    </View>
  );
}
