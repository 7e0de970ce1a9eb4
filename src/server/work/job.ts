/** What is done beside the main thread, where it takes longer than a moment. */

import type { MessagePort } from 'node:worker_threads';
import type { Alone } from '../../core/figure/panels/alone.ts';
import type { FaceId } from '../../core/type/faces.ts';
import type { ReportWish } from '../../formats/report/wish.ts';
import type { CellWish } from '../../formats/spark-file.ts';
import type { BlockPart } from '../blocks.ts';
import type { LettersWanted } from '../letters.ts';

/** What is asked for: a format, and the part where just one is wanted: a cell of a spark table, or a panel of a figure. */
export interface Wish {
  as: string;
  cell: CellWish | null;
  alone: Alone | null;
  /** texts of a CSV stay as they are */
  exact: boolean;
}

export type Job =
  | { do: 'file'; report: string; item: string; wish: Wish }
  | { do: 'commands'; report: string; body: Uint8Array }
  | { do: 'block'; report: string; block: string; body: Uint8Array }
  /** the cells of a block that is a difference, or what was received of them */
  | { do: 'cells'; report: string; block: string; part: BlockPart }
  | { do: 'letters'; wanted: LettersWanted }
  | { do: 'lacking'; text: string }
  | { do: 'face'; face: FaceId }
  /** the files of a family, which are read and kept */
  | { do: 'family'; body: Uint8Array }
  /** some pages of the manuscript, and where everything stands on them */
  | { do: 'pages'; report: string; from: number; to: number }
  /** what sets pages is opened, before anyone waits for it */
  | { do: 'ready pages' }
  | { do: 'report file'; report: string; wish: ReportWish }
  /** a report as a bundle, and one made of a bundle */
  | { do: 'bundle'; report: string }
  | { do: 'open bundle'; body: Uint8Array }
  /** what the reports of a style have set by hand */
  | { do: 'exceptions'; style: string };

/** How much of a job is done, in what it is counted by. */
export interface Progress {
  done: number;
  of: number;
}

/** What a thread tells of its job. */
export type Told = 'begun' | Progress;

/** A job as a thread gets it, with where it tells of it. */
export interface Given {
  job: Job;
  port: MessagePort | null;
}

/** What a job came to, and of a file the state of the report that it was drawn of. */
export interface Done {
  packed: Packed;
  state: string | null;
}

/** An answer as it is handed from thread to thread. */
export interface Packed {
  status: number;
  headers: [string, string][];
  body: Uint8Array;
}

/** Forms of a file that are written in a moment. */
const QUICK = new Set(['svg', 'svg-outlines', 'spec', 'csv']);

/** Bodies up to this many bytes are read where they come in. */
const SHORT_BODY = 128 * 1024;

export const isShort = (body: Uint8Array): boolean => body.byteLength <= SHORT_BODY;

/** Whether a job may take a second or more. */
export function isLong(job: Job): boolean {
  switch (job.do) {
    case 'file':
      return job.wish.cell === null && !QUICK.has(job.wish.as);
    case 'commands':
    case 'block':
      return !isShort(job.body);
    case 'family':
    case 'exceptions':
    case 'report file':
    case 'bundle':
    case 'open bundle':
    case 'ready pages':
      return true;
    case 'cells':
    case 'letters':
    case 'lacking':
    case 'face':
    // It is waited for while one types, and takes long the first time only.
    case 'pages':
      return false;
  }
}

export const unpacked = ({ status, headers, body }: Packed): Response =>
  // A picture that did not change has no body, and none is allowed with its status.
  new Response(body.byteLength === 0 ? null : new Uint8Array(body), { status, headers });

export async function packed(response: Response): Promise<Packed> {
  return {
    status: response.status,
    headers: [...response.headers],
    body: new Uint8Array(await response.arrayBuffer()),
  };
}
