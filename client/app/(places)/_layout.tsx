import { Slot } from 'expo-router';
import { View } from 'react-native';
import { useSession } from '@/data/session';
import { isAnyPending } from '@/data/sync/pending';
import { useIsSaving } from '@/data/sync/queue';
import { behindDoor } from '@/shell/door';
import { laterPart, useFetchedLater } from '@/shell/later';
import { Places } from '@/shell/places';
import { useKeptFocus } from '@/shell/use-kept-focus';
import { useIsWide } from '@/theme/layout';
import { Loading } from '@/ui/states';

const AbovePage = laterPart('AbovePage');
const BelowPage = laterPart('BelowPage');

export default behindDoor(PlacesLayout);

/** The four places around whatever is open: a bar below it on a phone, a rail beside it on a wide screen. */
function PlacesLayout() {
  const wide = useIsWide();
  useKeptFocus();
  useFetchedLater();
  const studentId = useSession().data?.student?.id;
  const isSaving = useIsSaving();
  // What was changed here and not saved belongs to every number: none is shown without it.
  const waits = !isSaving && studentId !== undefined && isAnyPending(studentId);
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column-reverse' }}>
      <Places />
      <View role="main" style={{ flex: 1, minHeight: 0 }}>
        <AbovePage />
        {waits ? <Loading what="what you have changed" /> : <Slot />}
        <BelowPage />
      </View>
    </View>
  );
}
