import type { Ref } from 'react';

interface FileInputProps {
  ref: Ref<HTMLInputElement>;
  label: string;
  accept?: string;
  multiple?: boolean;
  onFiles(files: File[]): void;
}

/** The browser's own file input, out of sight: a button opens it. The same file can be chosen again. */
export function FileInput({ ref, label, accept, multiple = false, onFiles }: FileInputProps) {
  return (
    <input
      ref={ref}
      type="file"
      hidden
      multiple={multiple}
      aria-label={label}
      accept={accept}
      onChange={(e) => {
        const files = [...(e.target.files ?? [])];
        if (files.length) onFiles(files);
        e.target.value = '';
      }}
    />
  );
}
