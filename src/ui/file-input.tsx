import { type RefObject, useCallback, useEffect, useRef } from 'react';

interface FileInputProps {
  ref: RefObject<HTMLInputElement | null>;
  label: string;
  accept?: string;
  multiple?: boolean;
  onFiles(files: File[]): void;
}

/** The browser's own file input, out of sight: a button opens it. The same file can be chosen again. */
export function FileInput({ ref, label, accept, multiple = false, onFiles }: FileInputProps) {
  const latest = useRef(onFiles);
  useEffect(() => {
    latest.current = onFiles;
  });
  const place = useCallback(
    (node: HTMLInputElement | null) => {
      ref.current = node;
      if (!node) return;
      // Not through React: while a person is choosing, the screen may give this input's place to another, and what is
      // then chosen must still arrive.
      node.onchange = () => {
        const files = [...(node.files ?? [])];
        if (files.length) latest.current(files);
        node.value = '';
      };
    },
    [ref],
  );
  return <input ref={place} type="file" hidden multiple={multiple} aria-label={label} accept={accept} />;
}
