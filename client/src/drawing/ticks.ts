/** Round values between two, about as many as asked: 1, 2 or 5 times a power of ten apart. */
export function ticks(from: number, to: number, count: number): number[] {
  const rough = (to - from) / Math.max(1, count);
  if (!(rough > 0)) return [];
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough) ?? rough;
  const first = Math.ceil(from / step - 1e-9);
  const last = Math.floor(to / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => (first + i) * step);
}
