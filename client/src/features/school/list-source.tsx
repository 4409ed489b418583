import type { ListSource } from '@fidens/core';
import { useEffect, useRef, useState } from 'react';
import type { View } from 'react-native';
import { Button, TextInput } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Soft, Wrong } from '@/ui/text';
import { textOfFile } from '@/ui/text-of-file';
import { usePasted } from '@/ui/use-frame';

/** A file that is larger than any list of a school's could be. */
const MOST_BYTES = 8_000_000;

interface ListSourceFieldProps {
  onSource: (source: ListSource) => void;
}

/** The ways in for a school's list: pasted with a tap or the keyboard, typed off, or a file. */
export function ListSourceField({ onSource }: ListSourceFieldProps) {
  const c = useColours();
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string>();
  const [isOpen, setIsOpen] = useState(false);
  const frame = useRef<View>(null);
  const file = useRef<HTMLInputElement>(null);
  usePasted(frame, onSource);
  const paste = async () => {
    setSaid(undefined);
    const source = await clipboardSource();
    if (source) onSource(source);
    else {
      setIsOpen(true);
      setSaid('The browser does not hand the clipboard over by itself: paste it into the field.');
    }
  };
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    setSaid(undefined);
    if (chosen.size > MOST_BYTES)
      setSaid(`${chosen.name} is larger than any list of a school’s. Nothing was read.`);
    else onSource({ text: await textOfFile(chosen) });
  };
  return (
    <Stack gap="s" ref={frame}>
      <Row gap="s" align="center" wrap>
        <Button mode="contained" onPress={() => void paste()}>
          Paste its list
        </Button>
        <Button onPress={() => file.current?.click()}>or a file</Button>
        {!isOpen && <Button onPress={() => setIsOpen(true)}>or type it off</Button>}
      </Row>
      <input
        ref={file}
        type="file"
        accept=".csv,.tsv,.txt,.html,.htm,text/csv,text/plain,text/html"
        aria-label="A file with the school’s list"
        style={{ display: 'none' }}
        onChange={({ target }) => {
          void open(target.files?.[0]);
          target.value = '';
        }}
      />
      {isOpen && (
        <>
          <TextField text={text} onType={setText} background={c.card} />
          {text.trim() !== '' && (
            <Button mode="outlined" style={{ alignSelf: 'flex-start' }} onPress={() => onSource({ text })}>
              Read it
            </Button>
          )}
        </>
      )}
      {said !== undefined && <Wrong>{said}</Wrong>}
      {!isOpen && (
        <Soft>Copy the table on the school’s page, whole or more; what is no row is passed over.</Soft>
      )}
    </Stack>
  );
}

function TextField({
  text,
  onType,
  background,
}: {
  text: string;
  onType: (text: string) => void;
  background: string;
}) {
  const field = useRef<{ focus: () => void } | null>(null);
  useEffect(() => field.current?.focus(), []);
  return (
    <TextInput
      ref={field as never}
      mode="outlined"
      multiline
      numberOfLines={5}
      label="The school’s list"
      aria-label="The school’s list, a row or a cell a line"
      value={text}
      onChangeText={onType}
      style={{ backgroundColor: background }}
    />
  );
}

/** What the clipboard holds, where the browser gives it: as a page where it is one, and as text. */
async function clipboardSource(): Promise<ListSource | undefined> {
  try {
    const items = await navigator.clipboard.read();
    const of = async (type: string) => {
      const item = items.find(({ types }) => types.includes(type));
      return item && (await (await item.getType(type)).text());
    };
    const [html, text] = [await of('text/html'), await of('text/plain')];
    return html === undefined && text === undefined
      ? undefined
      : { text: text ?? '', ...(html !== undefined && { html }) };
  } catch {
    return undefined;
  }
}
