/** Files of things in the open report, as the server draws them. */
import { useState } from 'react';
import { saved, useReport } from '../state/store.ts';

/** Which form, and what part of the thing where it is not the whole. */
export type FileWish = Record<string, string>;

/** A file, or the sentence that says why there is none. */
export type Taken = { blob: Blob; name: string; unclaimed?: string } | { error: string };

const UNSAVED = 'The last changes are not saved yet, so the file would lack them. Try again when “Saved” shows.';

/** Makes sure that the server knows what is shown; what is not saved yet goes first. Null when it does. */
export const readyToTake = async (): Promise<string | null> => ((await saved()) ? null : UNSAVED);

/** Fetches a file of a thing. Throws only where `signal` gives it up. */
export const fetchFile = (report: string, thing: string, wish: FileWish, signal?: AbortSignal): Promise<Taken> =>
  fetchAt(`/api/reports/${report}/figures/${thing}/file?${new URLSearchParams(wish)}`, signal);

/** Fetches a whole report as a bundle. Throws only where `signal` gives it up. */
export const fetchBundle = (report: string, signal?: AbortSignal): Promise<Taken> =>
  fetchAt(`/api/reports/${report}/bundle`, signal);

/** How far a file is, in the things that are drawn for it. */
export interface Progress {
  done: number;
  of: number;
}

type Line = Partial<Progress> & {
  error?: string;
  file?: { name: string; mime: string; bytes: number; unclaimed: string | null };
};

const NEWLINE = 10;

/**
 * Fetches a report as a file and hears how far it is: lines of JSON, of which
 * the last says what the file is, and then its bytes. Throws only where
 * `signal` gives it up.
 */
export async function fetchReport(
  report: string,
  wish: FileWish,
  onProgress: (progress: Progress) => void,
  signal: AbortSignal,
): Promise<Taken> {
  try {
    const address = `/api/reports/${report}/manuscript/file?${new URLSearchParams({ ...wish, watch: '' })}`;
    const answer = await fetch(address, { signal });
    if (!answer.ok || !answer.body) return { error: ((await answer.json()) as { error: string }).error };
    let rest = new Uint8Array();
    const reader = answer.body.getReader();
    for (let part = await reader.read(); !part.done; part = await reader.read()) {
      rest = joined(rest, part.value);
      for (let end = rest.indexOf(NEWLINE); end >= 0; end = rest.indexOf(NEWLINE)) {
        const line = JSON.parse(new TextDecoder().decode(rest.subarray(0, end))) as Line;
        rest = rest.slice(end + 1);
        if (line.error !== undefined) return { error: line.error };
        if (line.file) return fileOf(line.file, await restOf(reader, rest));
        onProgress({ done: line.done ?? 0, of: line.of ?? 0 });
      }
    }
    return { error: NO_ANSWER };
  } catch (error) {
    signal.throwIfAborted();
    console.warn('A file could not be fetched.', error);
    return { error: NO_ANSWER };
  }
}

function joined(first: Uint8Array, second: Uint8Array): Uint8Array<ArrayBuffer> {
  const whole = new Uint8Array(first.length + second.length);
  whole.set(first);
  whole.set(second, first.length);
  return whole;
}

async function restOf(reader: ReadableStreamDefaultReader<Uint8Array>, begun: Uint8Array): Promise<Blob> {
  const parts = [new Uint8Array(begun)];
  for (let part = await reader.read(); !part.done; part = await reader.read()) parts.push(new Uint8Array(part.value));
  return new Blob(parts);
}

/** A file whose bytes came whole. */
const fileOf = ({ name, mime, bytes, unclaimed }: NonNullable<Line['file']>, body: Blob): Taken =>
  body.size < bytes
    ? { error: NO_ANSWER }
    : { blob: new Blob([body], { type: mime }), name, ...(unclaimed !== null && { unclaimed }) };

const NO_ANSWER = 'The server does not answer; try again in a moment.';

async function fetchAt(address: string, signal?: AbortSignal): Promise<Taken> {
  try {
    const answer = await fetch(address, { signal: signal ?? null });
    if (!answer.ok) return { error: ((await answer.json()) as { error: string }).error };
    const name = /''(.*)$/.exec(answer.headers.get('content-disposition') ?? '')?.[1] ?? '';
    const unclaimed = answer.headers.get('x-rizo-unclaimed');
    return {
      blob: await answer.blob(),
      name: decodeURIComponent(name),
      ...(unclaimed !== null && { unclaimed: decodeURIComponent(unclaimed) }),
    };
  } catch (error) {
    signal?.throwIfAborted();
    console.warn('A file could not be fetched.', error);
    return { error: NO_ANSWER };
  }
}

/** Gives a file to the browser's downloads. */
export function download(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}

/** Takes files of a thing; `error` says why one could not be taken. */
export function useTake(thing: string): { take(wish: FileWish): Promise<void>; error: string | null } {
  const report = useReport((state) => state.id);
  const [error, setError] = useState<string | null>(null);
  const take = async (wish: FileWish) => {
    const unsaved = await readyToTake();
    if (unsaved !== null) return setError(unsaved);
    const taken = await fetchFile(report, thing, wish);
    if ('error' in taken) return setError(taken.error);
    setError(null);
    download(taken.blob, taken.name);
  };
  return { take, error };
}
