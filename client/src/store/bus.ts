/** What changed in the store, told to every screen of every tab. */
export type News =
  /** Somebody works on a document: its draft is another. */
  | { kind: 'edited'; path: string; rev: number }
  /** The server has a document as of this version, and which draft that was. */
  | { kind: 'sent'; path: string; version: number; rev: number }
  /** Another version of a document was heard of, or it cannot be sent as it is. */
  | { kind: 'heard'; path: string }
  /** The server has this version of a document now, 0: none any more; and the list it stands in is another. */
  | { kind: 'there'; path: string; list: string; version: number }
  /** There may be news of anything: what is on the screen is asked for again. */
  | { kind: 'again' }
  /** What waits of a job's book is another. */
  | { kind: 'waiting'; jobId: string }
  /** The server may have more of a job's book than is here. */
  | { kind: 'book'; jobId: string }
  /** A photo is another here, or the server has it now. */
  | { kind: 'photo'; hash: string }
  /** A list or an answer is another. */
  | { kind: 'answer'; path: string }
  /** A thing of this device is another. */
  | { kind: 'own'; key: string; value: unknown }
  /** Is there a line to the server? `why` not. */
  | { kind: 'line'; why: string | undefined }
  /** There is something to send: now, or after more may have come. */
  | { kind: 'poke'; now?: true };

type Listener = (news: News) => void;
const listeners = new Set<Listener>();
const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('tamper');
channel?.addEventListener('message', ({ data }: MessageEvent<News>) => hear(data));

function hear(news: News): void {
  for (const listener of [...listeners]) listener(news);
}

/** Tells every tab, this one included. */
export function tell(news: News): void {
  channel?.postMessage(news);
  hear(news);
}
/** Tells this tab only: of what every tab finds out by itself. */
export const tellHere = hear;

export function onNews(listener: Listener): () => void {
  listeners.add(listener);
  return () => void listeners.delete(listener);
}
