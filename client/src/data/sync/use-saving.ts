import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useSession } from '@/data/session';
import { agreeWithOthers, beginChanges } from './course-changes';
import { changeQueue } from './queue';

/** Sees to it that whatever was changed reaches the server: what an earlier window left, and what failed while it was away. */
export function useSaving(): void {
  const client = useQueryClient();
  const studentId = useSession().data?.student?.id;
  useEffect(() => {
    if (studentId === undefined) return undefined;
    beginChanges(client, studentId);
    const stop = agreeWithOthers(client, studentId);
    const retry = () => changeQueue().retry();
    window.addEventListener('online', retry);
    document.addEventListener('visibilitychange', retry);
    return () => {
      stop();
      window.removeEventListener('online', retry);
      document.removeEventListener('visibilitychange', retry);
    };
  }, [client, studentId]);
}
