import type { ReactNode } from 'react';
import { View } from 'react-native';
import { useSession } from '@/data/session';
import { isAnyPending } from '@/data/sync/pending';
import { useIsSaving } from '@/data/sync/queue';
import { useCoursesAndTerms } from '@/data/terms';
import { useIsPrepared } from '@/model/opening/prepared';
import { onPaper } from '@/ui/print-style';
import { Loading } from '@/ui/states';
import { AbovePage, BelowPage } from './later';
import { useFetchedLater } from './parts';
import { useKeptFocus } from './use-kept-focus';

/**
 * What every page behind the door stands in: what is told above and below it, and the saving of what was changed. What was changed here and not
 * saved belongs to every number: no page is shown without it.
 */
export function PageFrame({ children }: { children: ReactNode }) {
  useKeptFocus();
  const studentId = useSession().data?.student?.id;
  const isSaving = useIsSaving();
  const waits = !isSaving && studentId !== undefined && isAnyPending(studentId);
  const isPrepared = useIsPrepared();
  const { error } = useCoursesAndTerms();
  // What comes later keeps nobody waiting for their numbers, unless these need it.
  useFetchedLater(waits || isPrepared || error !== null);
  return (
    <View role="main" style={{ flex: 1, minHeight: 0 }}>
      <View {...onPaper('screen')} style={{ display: 'contents' }}>
        <AbovePage />
      </View>
      {waits ? <Loading what="what you have changed" /> : children}
      <View {...onPaper('screen')} style={{ display: 'contents' }}>
        <BelowPage />
      </View>
    </View>
  );
}
