/** Telling open windows of changes as they are made, on this server or on another one on the same database. */
import pg from 'pg';

/** The channel on which servers tell each other which report has a new revision. */
export const CHANNEL = 'rizo_changes';

type Listener = () => void;

const RETRY_MS = 1000;

/** Listens on one connection of its own for all windows of this server, and connects anew when that is lost. */
class Listening {
  readonly #url: string;
  readonly #listeners = new Map<string, Set<Listener>>();
  #connection: pg.Client | null = null;
  #isConnecting = false;

  constructor(url: string) {
    this.#url = url;
  }

  /** Calls `listener` whenever a report may have changed; returns how to stop. */
  listen(report: string, listener: Listener): () => void {
    const all = this.#listeners.get(report) ?? new Set();
    this.#listeners.set(report, all);
    all.add(listener);
    void this.#connect();
    return () => {
      all.delete(listener);
      if (all.size === 0) this.#listeners.delete(report);
    };
  }

  #tell(report: string | null) {
    for (const [id, listeners] of this.#listeners)
      if (report === null || id === report) for (const listener of listeners) listener();
  }

  async #connect(): Promise<void> {
    if (this.#connection || this.#isConnecting) return;
    this.#isConnecting = true;
    const connection = new pg.Client({ connectionString: this.#url, keepAlive: true });
    const again = () => {
      if (this.#connection === connection) this.#connection = null;
      if (this.#listeners.size > 0) setTimeout(() => void this.#connect(), RETRY_MS);
    };
    connection.on('notification', ({ payload }) => this.#tell(payload?.split(' ')[0] ?? null));
    connection.on('error', (error) => console.error(`live changes: ${error.message}`));
    connection.once('end', again);
    try {
      await connection.connect();
      await connection.query(`listen ${CHANNEL}`);
      this.#connection = connection;
      // What was told while no one listened.
      this.#tell(null);
    } catch (error) {
      console.error(`live changes: ${error instanceof Error ? error.message : String(error)}`);
      connection.removeListener('end', again);
      connection.end().catch(() => undefined);
      again();
    } finally {
      this.#isConnecting = false;
    }
  }
}

let shared: Listening | undefined;

/** Calls `listener` whenever a report may have changed; returns how to stop. */
export function listenTo(report: string, listener: Listener): () => void {
  const url = process.env['DATABASE_URL'];
  if (!url) throw new Error('DATABASE_URL is not set; start Rizo with ./rizo start.');
  shared ??= new Listening(url);
  return shared.listen(report, listener);
}
