import { useState } from 'react';
import { useLeaving } from '@/ui/hooks/use-leaving';

interface Kept {
  /** What is in force. */
  readonly value: string;
  /** What is wrong with a text, if anything is. */
  readonly fault?: ((text: string) => string | undefined) | undefined;
  /** Brings what was typed to the form in which it is kept. */
  readonly read?: ((typed: string) => string) | undefined;
  /** Keeps it; answers why not, where it is refused. */
  readonly onKeep: (text: string) => string | undefined | void;
}

/** A text as it stands in a field that keeps itself. */
interface KeptText {
  /** What stands in the field: what was typed, or, while nothing was, what is in force. */
  readonly text: string;
  /** What is wrong with it, or why it was refused: it is not in force then. */
  readonly wrong: string | undefined;
  /** What is in force now, where that has become something else since the typing began. */
  readonly meanwhile: string | undefined;
  readonly type: (text: string) => void;
  /** Keeps what was typed, where something was and it is right. */
  readonly keep: () => void;
}

/**
 * The one way in which a field keeps itself. Only what was typed is a change: a field that was opened and left alone shows what is
 * in force, whatever made it so, and keeps nothing. What is refused stays in the field as typed, says why, and is tried again.
 */
export function useKept({ value, fault, read = (typed) => typed, onKeep }: Kept): KeptText {
  const [typed, setTyped] = useState<{
    readonly text: string;
    readonly over: string;
    readonly refused?: string;
  }>();
  const text = typed?.text ?? value;
  const keep = () => {
    if (!typed) return;
    const wanted = read(typed.text);
    if (fault?.(wanted)) return;
    const refused = wanted === value ? undefined : onKeep(wanted);
    setTyped(refused ? { ...typed, refused } : undefined);
  };
  useLeaving(keep);
  return {
    text,
    wrong: typed && (fault?.(read(typed.text)) ?? typed.refused),
    meanwhile: typed && typed.over !== value ? value : undefined,
    type: (next) => setTyped({ text: next, over: typed?.over ?? value }),
    keep,
  };
}
