import { type ComponentProps, type Ref, useRef } from 'react';
import { Button } from './primitives';

interface PickerProps {
  /** What is chosen, for who does not see the button, and for tests. */
  label: string;
  /** Kinds of file, as of the input. */
  accept: string;
  onFile: (file: File) => void;
}

/** Opens the system's own choice of a file when it is clicked through its ref. The same file may be chosen again. */
export function FilePicker({ ref, label, accept, onFile }: PickerProps & { ref: Ref<HTMLInputElement> }) {
  return (
    <input
      ref={ref}
      type="file"
      accept={accept}
      hidden
      aria-label={label}
      onChange={(e) => {
        const file = e.target.files?.[0];
        e.target.value = '';
        if (file) onFile(file);
      }}
    />
  );
}

/** A button that asks for a file. */
export function FileButton({
  label,
  accept,
  onFile,
  ...button
}: PickerProps & Omit<ComponentProps<typeof Button>, 'onClick' | 'ref'>) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()} />
      <FilePicker ref={input} label={label} accept={accept} onFile={onFile} />
    </>
  );
}
