import { Slot } from 'expo-router';
import { View } from 'react-native';
import { behindDoor } from '@/shell/door';
import { PageFrame } from '@/shell/page-frame';
import { Places } from '@/shell/places';
import { useIsWide } from '@/theme/layout';

export default behindDoor(PlacesLayout);

/** The four places around whatever is open: a bar below it on a phone, a rail beside it on a wide screen. */
function PlacesLayout() {
  const wide = useIsWide();
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column-reverse' }}>
      <Places />
      <PageFrame>
        <Slot />
      </PageFrame>
    </View>
  );
}
