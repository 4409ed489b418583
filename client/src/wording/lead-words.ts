import type { WeightingLead } from '@fidens/core';
import { number } from './words';

/** "In Course its own weights lead as it goes; from 104 of 120 on Final exam “Strong finish” counts instead." */
export function leadWords({ category, leads, takesOver }: WeightingLead): string {
  const now = `In ${category} ${nameOf(leads)} as it goes`;
  if (!takesOver) return `${now}, whatever one piece alone brings.`;
  const { by, piece, score, side } = takesOver;
  const other = by === undefined ? 'its own weights count' : `“${by}” counts`;
  return `${now}; ${side} ${score} of ${number(piece.possible)} on ${piece.name} ${other} instead.`;
}

function nameOf(scheme: string | undefined): string {
  return scheme === undefined ? 'its own weights lead' : `“${scheme}” leads`;
}
