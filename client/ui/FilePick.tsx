import { useRef } from 'react';
import { Button } from './Button';

/** A file as it is sent: its name and bytes in base64. */
export type PickedFile = { name: string; contentBase64: string };

/** A button that asks for a file. The same file can be picked again after a refusal. */
export function FilePick({
  label,
  readOut,
  accept,
  disabled,
  onPick,
}: {
  label: string;
  readOut?: string;
  accept: string;
  disabled?: boolean;
  onPick: (file: PickedFile) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => {
    const bytes = new Uint8Array(await file.arrayBuffer());
    let binary = '';
    for (let i = 0; i < bytes.length; i += 0x8000) {
      binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
    }
    onPick({ name: file.name, contentBase64: btoa(binary) });
  };
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={readOut ?? label}
        tabIndex={-1}
        style={{ display: 'none' }}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) void read(file);
        }}
      />
      <Button
        label={label}
        {...(readOut && { readOut })}
        {...(disabled && { disabled })}
        onPress={() => input.current?.click()}
      />
    </>
  );
}
