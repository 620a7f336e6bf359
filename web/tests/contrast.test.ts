import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

const css = readFileSync(new URL('../src/theme.css', import.meta.url), 'utf8');

function tokens(block: string): Record<string, string> {
  return Object.fromEntries(
    [...block.matchAll(/--color-([a-z-]+):\s*(#[0-9a-f]{6})/g)].map((m) => [m[1]!, m[2]!]),
  );
}

const light = tokens(/@theme \{([^}]*)\}/.exec(css)![1]!);
const dim = { ...light, ...tokens(/\[data-theme='dim'\] \{([^}]*)\}/.exec(css)![1]!) };

/** Relative luminance and contrast as WCAG 2 defines them. */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const c = parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.03928 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

const contrast = (a: string, b: string): number => {
  const [hi, lo] = [luminance(a), luminance(b)].sort((x, y) => y - x);
  return (hi! + 0.05) / (lo! + 0.05);
};

const text: [string, string[]][] = [
  ['page', ['ink', 'muted', 'go', 'decide', 'look-again', 'stop']],
  ['paper', ['ink', 'muted', 'go', 'decide', 'look-again', 'stop']],
  ['white', ['ink', 'muted', 'go', 'decide', 'look-again', 'stop']],
  ['shelf', ['ink']],
  ['ink', ['on-ink']],
  ['field', ['line', 'mark']],
  ['field-deep', ['line', 'mark']],
  ['line', ['field']],
];
const structure: [string, string[]][] = [
  ['page', ['rule']],
  ['field', ['structure']],
  ['field-deep', ['structure']],
];

for (const [theme, colours] of [
  ['light', light],
  ['dim', dim],
] as const) {
  const pairs = (list: [string, string[]][]) =>
    list.flatMap(([under, over]) => over.map((o) => [o, under] as const));
  test.each(pairs(text))(`${theme}: %s on %s is text, 7 to 1`, (over, under) => {
    expect(contrast(colours[over]!, colours[under]!)).toBeGreaterThanOrEqual(7);
  });
  test.each(pairs(structure))(`${theme}: %s on %s is structure, 3 to 1`, (over, under) => {
    expect(contrast(colours[over]!, colours[under]!)).toBeGreaterThanOrEqual(3);
  });
}
