import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { agreeWithOthers, resumeChanges, retryFailed } from './course-changes';
import { useSession } from './session';

const EVERY = 10_000;

/** Sees to it that whatever was changed reaches the server: what an earlier window left, and what failed while it was away. */
export function useSaving(): void {
  const client = useQueryClient();
  const studentId = useSession().data?.student?.id;
  useEffect(() => {
    if (studentId === undefined) return undefined;
    resumeChanges(client);
    const stop = agreeWithOthers(client);
    const retry = () => retryFailed(client);
    const timer = setInterval(retry, EVERY);
    window.addEventListener('online', retry);
    document.addEventListener('visibilitychange', retry);
    return () => {
      stop();
      clearInterval(timer);
      window.removeEventListener('online', retry);
      document.removeEventListener('visibilitychange', retry);
    };
  }, [client, studentId]);
}
