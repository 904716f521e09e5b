let spare: Worker | undefined;

const start = (): Worker => new Worker(new URL('./plan.worker', window.location.href));

/** Starts a planning worker before anybody asks for one: it reads its program while the screen reads its own. */
export function startAhead(): void {
  const begun = (spare ??= start());
  // One that did not start is nobody's: who wants one starts another and hears what is wrong.
  begun.onerror = () => void (spare = spare === begun ? undefined : spare);
}

/** The worker that was started ahead, if nobody has it yet, or a new one. */
export function takeWorker(): Worker {
  const worker = spare ?? start();
  spare = undefined;
  return worker;
}
