import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { Drawn } from '../src/figures/scene';

export interface Room {
  what: string;
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

/** How wide a letter is in the figure's face, in ems: measured once in the browser, rounded up a little. */
const em = (letter: string): number =>
  /[ijl.,:;'’|!()]/.test(letter)
    ? 0.25
    : /[ftr -]/.test(letter)
      ? 0.33
      : /[mwMW%–—→‹]/.test(letter)
        ? 0.76
        : /[A-Z0-9µ±×÷°=+−]/.test(letter)
          ? 0.56
          : 0.5;

const plain = (text: string): string =>
  text
    .replace(/&#x27;/g, '’')
    .replace(/&(lt|gt|amp|quot);/g, '"')
    .replace(/<[^>]*>/g, '');

/** The words of a drawing, each with the room that it takes. */
export function wordsOf(scene: Drawn): { words: Room[]; markup: string } {
  const markup = renderToStaticMarkup(createElement('svg', null, scene.drawing));
  const words = [...markup.matchAll(/<text ([^>]*)>(.*?)<\/text>/g)].flatMap(([, attributes, inner]) => {
    const get = (name: string): string | undefined =>
      new RegExp(`(?:^| )${name}="([^"]*)"`).exec(attributes!)?.[1];
    const what = plain(inner!);
    if (what.trim() === '') return [];
    const size = Number(get('font-size') ?? 18);
    const [x, y] = [Number(get('x') ?? 0), Number(get('y') ?? 0)];
    const width = size * Array.from(what).reduce((sum, letter) => sum + em(letter), 0);
    const anchor = get('text-anchor') ?? 'start';
    const x0 = anchor === 'end' ? x - width : anchor === 'middle' ? x - width / 2 : x;
    return [{ what, x0, x1: x0 + width, y0: y - 0.72 * size, y1: y + 0.1 * size }];
  });
  return { words, markup };
}
