import { mayPhotosGo, onConnection } from '../store/connection';
import { onNews } from '../store/bus';
import { whyNoLine } from '../store/line';
import { isLeft, photoRow, photosOf } from '../store/photos';
import type { PhotoRow } from '../store/tables';
import { Listeners } from './listeners';
import type { Safety, SaveState } from './safety';

/** Photos of one job that were entered on this device, and that the server has not got. */
export class PhotosLeft implements Safety {
  /** Undefined until the device was asked. */
  private left: Map<string, PhotoRow> | undefined;
  private readonly listeners = new Listeners(() => this.begin());

  constructor(private readonly jobId: string) {}

  readonly subscribe = this.listeners.subscribe;

  readonly saving = (): SaveState<never> => {
    if (this.left?.size === 0) return { kind: 'sent' };
    const refused = [...(this.left?.values() ?? [])].find((row) => row.refused !== undefined)?.refused;
    if (refused !== undefined) return { kind: 'refused', why: `A photo: ${refused}` };
    return { kind: 'kept', why: whyNoLine() ?? (mayPhotosGo() ? undefined : 'Photos wait for wifi.') };
  };

  private begin(): () => void {
    const stops = [
      onNews((news) => {
        // Of one photo only that one is read: many may be on their way.
        if (news.kind === 'photo') void photoRow(news.hash).then((row) => (this.take(news.hash, row), this.listeners.tell()));
        if (news.kind === 'line') this.listeners.tell();
      }),
      onConnection(this.listeners.tell),
    ];
    void photosOf(this.jobId).then((rows) => {
      if (!this.listeners.some) return;
      this.left = new Map();
      for (const row of rows) this.take(row.hash, row);
      this.listeners.tell();
    });
    return () => {
      stops.forEach((end) => end());
      this.left = undefined;
    };
  }

  private take(hash: string, row: PhotoRow | undefined): void {
    if (row?.jobId === this.jobId && isLeft(row)) this.left?.set(hash, row);
    else this.left?.delete(hash);
  }
}
