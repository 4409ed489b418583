import { decimalOf } from './amounts';
import { OPTION } from './english/rules';
import { CERTAINTY, ABOUT_COURSE, type Fact } from './facts';
import { Mentions } from './mentions';
import { weightOf, type Part } from './part';
import { partsOf } from './parts';
import { piecesOf } from './rows';
import type { Unit } from './units';

/** Another way of weighing that a text offers beside its first. */
export interface Option {
  fact: (parts: readonly Part[]) => Fact[];
}

/** Takes apart what a text says of weights first, and the further options that it offers. */
export function schemesOf(units: readonly Unit[]): {
  readonly first: readonly Unit[];
  readonly later: readonly Option[];
} {
  const options: { head: Unit; units: Unit[] }[] = [];
  const first: Unit[] = [];
  let current: { head: Unit; units: Unit[] } | undefined;
  for (const unit of units) {
    const match = OPTION.exec(unit.text);
    if (match) {
      current = { head: unit, units: [] };
      options.push(current);
      const rest = unit.part(match[0].length, unit.text.length);
      if (rest.text !== '') current.units.push(rest);
    } else if (
      current &&
      !unit.line.isHeading &&
      /\d\s?%|\d\s?points/i.test(unit.text) &&
      unit.text.length < 200
    )
      current.units.push(unit);
    else {
      current = undefined;
      first.push(unit);
    }
  }
  if (options.length < 2) return { first: units, later: [] };
  return {
    first: units.filter((unit) =>
      options.slice(1).every((option) => option.head !== unit && !option.units.includes(unit)),
    ),
    later: options.slice(1).map(optionOf),
  };
}

function optionOf({ head, units }: { head: Unit; units: readonly Unit[] }): Option {
  return {
    fact: (parts) => {
      const own = partsOf(piecesOf(units)).parts;
      const mentions = new Mentions(parts);
      const weights: Record<string, string> = {};
      for (const part of own) {
        const weight = weightOf(part);
        const same =
          parts.find(({ stems }) => stems.join(' ') === part.stems.join(' ')) ??
          mentions
            .in(part.unit)
            .find(({ from }) => part.unit.words(from, part.unit.text.length).startsWith(part.name.value))
            ?.part;
        if (weight && same) weights[same.key] = decimalOf(weight);
      }
      if (Object.keys(weights).length === 0) return [];
      const name = OPTION.exec(head.text)![0].replace(/[\s:.)–-]+$/, '');
      const last = units.at(-1) ?? head;
      const range = { from: head.whole.from, to: Math.max(head.whole.to, last.whole.to) };
      return [
        { kind: 'scheme', about: ABOUT_COURSE, value: { name, weights }, range, certainty: CERTAINTY.likely },
      ];
    },
  };
}
