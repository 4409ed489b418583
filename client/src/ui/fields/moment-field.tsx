import { momentText } from '@fidens/core';
import { format } from 'date-fns/format';
import { useId } from 'react';
import { View } from 'react-native';
import { Wrong } from '@/ui/text';
import { BrowserField } from './browser-field';
import { useKept } from './use-kept';

interface MomentFieldProps {
  /** What it is, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown: string;
  /** ISO 8601; nothing where there is none. */
  value: string | undefined;
  /** Keeps what was chosen; answers why not, where it is refused. */
  onKeep: (value: string | undefined) => string | undefined | void;
  /** What it stands on. */
  ground?: 'tint' | 'card';
}

/** A day and time in the browser's own calendar, where the student is; it keeps itself when it is left, or on Enter. */
export function MomentField({ label, shown, value, onKeep, ground = 'tint' }: MomentFieldProps) {
  const { text, wrong, type, keep } = useKept({
    value: value === undefined ? '' : localText(value),
    // What is typed in part only is empty for the browser, which is not the same as nothing.
    fault: (typed) => (typed === HALF ? 'A whole day and time, or nothing.' : undefined),
    onKeep: (typed) => onKeep(typed === '' ? undefined : momentText(new Date(typed))),
  });
  const wrongId = useId();
  return (
    <View style={{ flexGrow: 1, flexBasis: 190 }}>
      <BrowserField
        type="datetime-local"
        label={label}
        shown={shown}
        value={text === HALF ? '' : text}
        isWrong={!!wrong}
        ground={ground}
        height={44}
        onType={(next, isHalf) => type(isHalf ? HALF : next)}
        onLeave={keep}
        onEnter={keep}
        describedBy={wrong ? wrongId : undefined}
      />
      {wrong && <Wrong id={wrongId}>{wrong}</Wrong>}
    </View>
  );
}

/** Stands for a day and time of which a part is missing. */
const HALF = 'half';

/** A moment as the browser's field has it: the student's own time, to the minute. */
function localText(moment: string): string {
  return format(new Date(moment), "yyyy-MM-dd'T'HH:mm");
}
