/** Opens a file: while it is read the button says so and gives it up. */
import OpenIcon from '@mui/icons-material/FolderOpenOutlined';
import Button from '@mui/material/Button';
import { type ChangeEvent, useEffect, useRef, useState } from 'react';

interface FileButtonProps {
  text: string;
  /** Of the place for the file, for screen readers. */
  label: string;
  accept: string;
  /** Ends when the signal is aborted. */
  onFile(file: File, signal: AbortSignal): Promise<void>;
}

export function FileButton({ text, label, accept, onFile }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  const ending = useRef<AbortController | null>(null);
  const [reading, setReading] = useState<string | null>(null);
  useEffect(() => () => ending.current?.abort(), []);
  const open = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    target.value = '';
    if (!file) return;
    ending.current?.abort();
    const mine = (ending.current = new AbortController());
    setReading(file.name);
    try {
      await onFile(file, mine.signal);
    } finally {
      if (ending.current === mine) setReading(null);
    }
  };
  return (
    <>
      {reading === null ? (
        <Button startIcon={<OpenIcon />} onClick={() => input.current?.click()}>
          {text}
        </Button>
      ) : (
        <Button variant="outlined" onClick={() => ending.current?.abort()}>
          Reading {reading} … Cancel
        </Button>
      )}
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={label}
        hidden
        onChange={(event) => void open(event)}
      />
    </>
  );
}
