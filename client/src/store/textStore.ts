/** One of the browser's own stores of text; undefined in a window that may keep nothing: asking for it is refused there. */
export function textStore(name: 'localStorage' | 'sessionStorage'): Storage | undefined {
  try {
    return window[name];
  } catch (error) {
    if (!(error instanceof DOMException)) throw error;
    return undefined;
  }
}
