/** From one time on the wall's clock to another. */
export interface Span {
  from: string;
  to: string;
}

const clock = (hours: string, minutes: string | undefined): string | null => {
  const [h, m] = [Number(hours), Number(minutes ?? '0')];
  return h < 24 && m < 60 ? `${String(h).padStart(2, '0')}:${String(m).padStart(2, '0')}:00` : null;
};

/** Hours as people type them: "8 to 12, 13:00-17:30". Null where they can't be; none for an empty box. */
export function readSpans(text: string): Span[] | null {
  const spans: Span[] = [];
  for (const piece of text.split(/[,;]/).filter((p) => p.trim() !== '')) {
    const parts = /^\s*(\d{1,2})(?:[:.](\d\d))?\s*(?:to|until|-|–)\s*(\d{1,2})(?:[:.](\d\d))?\s*$/i.exec(
      piece,
    );
    const from = parts && clock(parts[1]!, parts[2]);
    const to = parts && clock(parts[3]!, parts[4]);
    if (!from || !to || to <= from || (spans.length > 0 && from < spans.at(-1)!.to)) return null;
    spans.push({ from, to });
  }
  return spans;
}

const short = (at: string): string => `${Number(at.slice(0, 2))}:${at.slice(3, 5)}`;

/** The same as it is shown. */
export const writeSpans = (spans: readonly Span[]): string =>
  spans.map((s) => `${short(s.from)}–${short(s.to)}`).join(', ');
