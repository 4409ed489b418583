import { Text } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';

interface Range {
  readonly from: number;
  readonly to: number;
}

interface QuoteProps {
  text: string;
  /** The sentence that is quoted. */
  line: Range;
  /** The words in it that say what is told. */
  marked?: Range | undefined;
  large?: boolean;
}

/** A longer quotation is cut around the words that matter. */
const AROUND = 70;

/** Words of the syllabus as they stand in it, those that matter set off. */
export function Quote({ text, line, marked, large = false }: QuoteProps) {
  const c = useColours();
  const at = marked && marked.from >= line.from && marked.to <= line.to ? marked : undefined;
  const from = at ? Math.max(line.from, wordStart(text, at.from - AROUND, line.from)) : line.from;
  const to = at
    ? Math.min(line.to, wordEnd(text, at.to + AROUND, line.to))
    : Math.min(line.to, wordEnd(text, line.from + 2 * AROUND, line.to));
  const plain = (start: number, end: number) => text.slice(start, end).replace(/\s+/g, ' ');
  return (
    <Text
      variant={large ? 'titleMedium' : 'bodyMedium'}
      style={{ color: large ? c.ink : c.soft, fontWeight: 'normal' }}
    >
      “{from > line.from ? '… ' : ''}
      {at ? (
        <>
          {plain(from, at.from)}
          <Text style={{ backgroundColor: c.askSoft, color: c.onAskSoft }}>{plain(at.from, at.to)}</Text>
          {plain(at.to, to)}
        </>
      ) : (
        plain(from, to).trim()
      )}
      {to < line.to ? ' …' : ''}”
    </Text>
  );
}

function wordStart(text: string, at: number, least: number): number {
  if (at <= least) return least;
  const space = text.slice(at, at + 20).search(/\s/);
  return at + Math.max(0, space);
}

function wordEnd(text: string, at: number, most: number): number {
  if (at >= most) return most;
  const space = text.slice(at, at + 20).search(/\s/);
  return space === -1 ? at : at + space;
}
