import type { Derivation, Part } from '@fidens/core';

/** A node's part in a derivation, however deep it stands; nothing where it is not counted. */
export function partOf(derivation: Derivation, id: string): Part | undefined {
  for (const part of derivation.parts) {
    if (part.node.id === id) return part;
    const below = part.derivation && partOf(part.derivation, id);
    if (below) return below;
  }
  return undefined;
}
