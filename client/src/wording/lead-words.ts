import type { WeightingLead } from '@fidens/core';
import { number } from './words';

/** "The course’s own weights lead as it goes; from 104 of 120 on Final exam “Strong finish” counts instead." */
export function leadWords({ category, leads, takesOver }: WeightingLead): string {
  const where = category === undefined ? '' : `In ${category} `;
  const own = category === undefined ? 'The course’s own weights' : 'its own weights';
  const now = `${where}${leads === undefined ? `${own} lead` : `“${leads}” leads`} as it goes`;
  if (!takesOver) return `${now}, whatever one piece alone brings.`;
  const { by, piece, score, side } = takesOver;
  const other = by === undefined ? 'the own weights count' : `“${by}” counts`;
  return `${now}; ${side} ${score} of ${number(piece.possible)} on ${piece.name} ${other} instead.`;
}
