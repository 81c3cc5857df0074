import { useState } from 'react';
import { wordsOf } from '../platform/api.ts';

/** Reads a file that was taken or dropped: what is being read, and why it could not be, in words. */
export function useReading(read: (file: File) => Promise<void>): {
  busy: string | undefined;
  problem: string;
  take: (files: File[]) => void;
} {
  const [busy, setBusy] = useState<string>();
  const [problem, setProblem] = useState('');
  const one = async (file: File) => {
    setProblem('');
    setBusy(`Reading “${file.name}” …`);
    try {
      await read(file);
    } catch (error) {
      setProblem(wordsOf(error));
    } finally {
      setBusy(undefined);
    }
  };
  return { busy, problem, take: ([file]) => void (file && one(file)) };
}
