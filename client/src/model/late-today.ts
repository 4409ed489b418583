import { decimalText } from '@fidens/core';
import { percent } from '@/wording/words';
import type { Computed } from './computed';

/**
 * That what is past due is meant as handed in today, and what that costs; nothing where nothing is.
 *
 * @param id - of one piece alone, where only that is spoken of
 */
export function lateTodayWords({ outlooks, late }: Computed, id?: string): string | undefined {
  const meant = outlooks.plan.pieces.filter((piece) => late.has(piece.id) && (id ?? piece.id) === piece.id);
  const sentences = meant.map(({ name, lateness }) => {
    const effect = lateness?.effect;
    if (effect?.kind === 'closed') return `${name} is past due, and nothing is given for it any more.`;
    if (effect?.kind !== 'penalty') return `${name} is past due; handed in today it loses nothing.`;
    const loss = percent(effect.counted.mul(effect.perDay));
    const days = decimalText(effect.counted, 2);
    return `${name} is past due: what it takes is meant for handing it in today, ${days} ${days === '1' ? 'day' : 'days'} late, which costs ${loss}% of the points ${effect.of}.`;
  });
  return sentences.length === 0 ? undefined : sentences.join(' ');
}
