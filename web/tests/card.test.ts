import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { metricFront } from '../src/entry/wording';
import { cardFigure } from '../src/figures/card';
import { sheetFrom } from './sheets';

const sheets = ['demo', 'tests']
  .flatMap((at) => readdirSync(join(import.meta.dirname, `../../${at}/sheets`)))
  .map(sheetFrom);

const paths = [
  'balancer/nose/diameterMm',
  'balancer/hub/lengthMm',
  'balancer/seatedDepthMm',
  'crankBolt/majorMm',
  'cover/boreMm',
  'frontSeal/shaftMm',
  'frontSeal/depthMm',
  'endFloat/allowed/low',
  'rear/kind',
  'rear/seal/outerMm',
  'rear/flange/boltCircleMm',
  'rear/housing/boreMm',
  'spigot/outerMm',
  'cam/bearings/1/diameterMm',
  'cam/bearings/0/oil/fromFaceMm',
  'auxiliary/bearings/1/diameterMm',
  'rockers/body/boreMm',
];

describe('a part on a job card', () => {
  for (const sheet of sheets)
    it(`of ${sheet.name} is drawn whole, with what is asked for now marked on it`, () => {
      for (const path of paths) {
        const part = path.split('/')[0] as 'balancer';
        if (!sheet[part]) continue;
        const drawn = (open: string | undefined) => {
          const figure = cardFigure(path, { sheet, open, reader: metricFront });
          return figure ? renderToStaticMarkup(createElement('svg', null, figure.drawing)) : '';
        };
        const [shown, asked] = [drawn(undefined), drawn(path)];
        expect(asked, path).not.toBe('');
        expect(asked, path).not.toMatch(/NaN|undefined|Infinity/);
        if (path.endsWith('Mm')) expect(asked, path).not.toBe(shown);
      }
    });
});
