// Splits each face that is shipped into what every page needs and what names of people and places may: npm run fonts. The files are
// kept, so that a build needs no more than they are.
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import subset from 'subset-font';

const faces = [
  // Its bold is little bolder than its semibold, which serves for both.
  ['atkinson-hyperlegible-next', 'Atkinson Hyperlegible Next', [400, [600, 700]]],
  ['barlow-semi-condensed', 'Barlow Semi Condensed', [500, 600, 700]],
];
const span = (from, to) =>
  Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)).join('');
// What is written in English, and the trade's own signs.
const rare = '#$<>@[\\]^`{|}~¼½²³';
const always = [...(span(0x20, 0x7e) + '\u00a0–—‘’“”…·×°±µ')].filter((c) => !rare.includes(c)).join('');
const names = [...(rare + span(0xa1, 0xff) + 'ŒœıŁłŠšŸŽžˆ˜€™−•')].filter((c) => !always.includes(c)).join('');
const hex = (c) => `U+${c.codePointAt(0).toString(16).toUpperCase().padStart(4, '0')}`;

const out = new URL('../src/fonts/', import.meta.url);
await mkdir(out, { recursive: true });
let css = '/* Made by npm run fonts. */\n';
for (const [id, family, weights] of faces)
  for (const own of weights) {
    const [weight] = [own].flat();
    const whole = await readFile(
      new URL(`../node_modules/@fontsource/${id}/files/${id}-latin-${weight}-normal.woff2`, import.meta.url),
    );
    for (const [part, text] of [
      ['always', always],
      ['names', names],
    ]) {
      const file = `${id}-${weight}-${part}.woff2`;
      await writeFile(new URL(file, out), await subset(whole, text, { targetFormat: 'woff2' }));
      const range = [...text].map(hex).join(', ');
      css += `@font-face {\n  font-family: '${family}';\n  font-style: normal;\n  font-display: swap;\n  font-weight: ${[own].flat().join(' ')};\n  src: url('./${file}') format('woff2');\n  unicode-range: ${range};\n}\n`;
    }
  }
await writeFile(new URL('fonts.css', out), css);
