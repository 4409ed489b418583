import type { Copied, Source } from '@fidens/core';
import { useEffect, useRef, useState } from 'react';
import type { View } from 'react-native';
import { Button, TextInput } from 'react-native-paper';
import { sourceOfFiles } from '@/model/incoming/incoming-question';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Soft, Wrong } from '@/ui/text';
import { usePasted } from '@/ui/hooks/use-frame';
import { capital } from '@/wording/words';
import { ChooseFiles } from './choose-files';

interface SourceFieldProps {
  /** On the button that pastes: "Paste its list". */
  paste: string;
  /** What it is, in a sentence: "the school’s list". */
  what: string;
  /** How it is typed off, for a screen reader. */
  lines?: string;
  hint: string;
  onSource: (source: Source) => void;
}

/** The ways in for whatever comes: pasted with a tap or the keyboard, typed off, chosen as a file, or dropped on the window. */
export function SourceField({
  paste: pasteLabel,
  what,
  lines = 'a row or a cell a line',
  hint,
  onSource,
}: SourceFieldProps) {
  const c = useColours();
  const [text, setText] = useState('');
  const [said, setSaid] = useState<string>();
  const [isOpen, setIsOpen] = useState(false);
  const frame = useRef<View>(null);
  usePasted(frame, onSource);
  const open = async (files: readonly File[]) => {
    setSaid(undefined);
    try {
      onSource(await sourceOfFiles(files));
    } catch {
      // A folder, or what was deleted meanwhile.
      setSaid(`${files[0]!.name} could not be opened. Nothing was read.`);
    }
  };
  const paste = async () => {
    setSaid(undefined);
    const source = await clipboardSource();
    if (source) onSource(source);
    else {
      setIsOpen(true);
      setSaid('The browser does not hand the clipboard over by itself: paste it into the field.');
    }
  };
  return (
    <Stack gap="s" ref={frame}>
      <Row gap="s" align="center" wrap>
        <Button mode="contained" onPress={() => void paste()}>
          {pasteLabel}
        </Button>
        <ChooseFiles
          label="or a file"
          fieldLabel={`A file with ${what}`}
          mode="text"
          several
          onFiles={(files) => void open(files)}
          onTooLarge={setSaid}
        />
        {!isOpen && <Button onPress={() => setIsOpen(true)}>or type it off</Button>}
      </Row>
      {isOpen && (
        <>
          <TextField label={what} lines={lines} text={text} onType={setText} background={c.card} />
          {text.trim() !== '' && (
            <Button mode="outlined" style={{ alignSelf: 'flex-start' }} onPress={() => onSource({ text })}>
              Read it
            </Button>
          )}
        </>
      )}
      {said !== undefined && <Wrong>{said}</Wrong>}
      {!isOpen && <Soft>{hint}</Soft>}
    </Stack>
  );
}

interface TextFieldProps {
  label: string;
  lines: string;
  text: string;
  onType: (text: string) => void;
  background: string;
}

function TextField({ label, lines, text, onType, background }: TextFieldProps) {
  const field = useRef<{ focus: () => void } | null>(null);
  useEffect(() => field.current?.focus(), []);
  const shown = capital(label);
  return (
    <TextInput
      ref={field as never}
      mode="outlined"
      multiline
      numberOfLines={5}
      label={shown}
      aria-label={`${shown}, ${lines}`}
      value={text}
      onChangeText={onType}
      style={{ backgroundColor: background }}
    />
  );
}

/** What the clipboard holds, where the browser gives it: as a page where it is one, and as text. */
async function clipboardSource(): Promise<Copied | undefined> {
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
