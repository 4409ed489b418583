import { INCOMING_LIMITS } from '@fidens/core';
import { useRef } from 'react';
import { Button } from 'react-native-paper';

interface ChooseFilesProps {
  label: string;
  /** What the browser's own field for it is called. */
  fieldLabel?: string;
  mode?: 'text' | 'outlined' | 'contained';
  several?: boolean;
  busy?: boolean;
  onFiles: (files: readonly File[]) => void;
  /** Called with words instead where what was chosen is larger than anything that is read. */
  onTooLarge: (words: string) => void;
}

/** A button that chooses files; any kind may be chosen, as what one is shows in its content. */
export function ChooseFiles({
  label,
  fieldLabel = `${label}: file`,
  mode = 'outlined',
  several = false,
  busy = false,
  onFiles,
  onTooLarge,
}: ChooseFilesProps) {
  const input = useRef<HTMLInputElement>(null);
  const take = (files: readonly File[]) => {
    if (files.length === 0) return;
    const words = tooLarge(files);
    if (words === undefined) onFiles(files);
    else onTooLarge(words);
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        multiple={several}
        aria-label={fieldLabel}
        style={{ display: 'none' }}
        onChange={({ target }) => {
          take(Array.from(target.files ?? []));
          target.value = '';
        }}
      />
      <Button
        mode={mode}
        loading={busy}
        style={{ alignSelf: 'flex-start' }}
        onPress={() => input.current?.click()}
      >
        {label}
      </Button>
    </>
  );
}

/** Why files are not even opened, if so. */
export function tooLarge(files: readonly File[]): string | undefined {
  const size = files.reduce((all, file) => all + file.size, 0);
  if (size <= INCOMING_LIMITS.bytes) return undefined;
  const what = files.length === 1 ? files[0]!.name : 'All of it together';
  return `${what} is larger than the ${INCOMING_LIMITS.bytes / 1_000_000} MB that a course or list can be. Nothing was read.`;
}
