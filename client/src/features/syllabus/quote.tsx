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
  /** The stretch of it that must be seen; all of it unless said. */
  about?: Range;
  /** The words in it that say what is told. */
  marked?: Range | undefined;
  large?: boolean;
}

/** A longer quotation is cut around the words that matter. */
const LONG = 70;

/** Words of the syllabus as they stand in it, those that matter set off. */
export function Quote({ text, line, about, marked, large = false }: QuoteProps) {
  const c = useColours();
  const at = marked && marked.from >= line.from && marked.to <= line.to ? marked : undefined;
  const core = about && about.from >= line.from && about.to <= line.to ? about : at;
  const room = Math.max(8, LONG - (core ? core.to - core.from : 0)) / 2;
  const from = core ? wordStart(text, core.from - room, line.from) : line.from;
  const to = core
    ? wordEnd(text, Math.min(core.to + room, core.from + 2 * LONG), line.to)
    : wordEnd(text, line.from + 2 * LONG, line.to);
  const plain = (start: number, end: number) => text.slice(start, end).replace(/\s+/g, ' ');
  return (
    <Text
      variant={large ? 'titleMedium' : 'bodyMedium'}
      style={{ color: large ? c.ink : c.soft, fontWeight: 'normal' }}
    >
      “{from > line.from ? '… ' : ''}
      {at && at.from >= from && at.to <= to ? (
        <>
          {plain(from, at.from).trimStart()}
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
