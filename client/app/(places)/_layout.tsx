import { useQueryClient } from '@tanstack/react-query';
import { Slot } from 'expo-router';
import { useEffect } from 'react';
import { View } from 'react-native';
import { AlongQuestionDialog } from '@/shell/along-question';
import { AwayNotice } from '@/shell/away-notice';
import { DropAnywhere } from '@/shell/drop-anywhere';
import { fetchLater } from '@/shell/later';
import { NewVersion } from '@/shell/new-version';
import { Places } from '@/shell/places';
import { SavingMark } from '@/shell/saving-mark';
import { SessionEnded } from '@/shell/session-ended';
import { UndoNotice } from '@/shell/undo-notice';
import { UnsavedNotice } from '@/shell/unsaved-notice';
import { useKeptFocus } from '@/shell/use-kept-focus';
import { useIsWide } from '@/theme/layout';

/** The four places around whatever is open: a bar below it on a phone, a rail beside it on a wide screen. */
export default function PlacesLayout() {
  const wide = useIsWide();
  const client = useQueryClient();
  useKeptFocus();
  useEffect(() => fetchLater(client), [client]);
  return (
    <View style={{ flex: 1, flexDirection: wide ? 'row' : 'column-reverse' }}>
      <Places />
      <View role="main" style={{ flex: 1, minHeight: 0 }}>
        <AwayNotice />
        <NewVersion />
        <SavingMark />
        <UnsavedNotice />
        <Slot />
        <UndoNotice />
        <AlongQuestionDialog />
        <SessionEnded />
        <DropAnywhere />
      </View>
    </View>
  );
}
