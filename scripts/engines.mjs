// scripts/engines.mjs URL: types each of demo/engines on the sheets of the app at URL, and writes what it keeps to demo/sheets.
import { readFileSync, readdirSync, writeFileSync } from 'node:fs';

const [url] = process.argv.slice(2);

const shop = await (async () => {
  for (let tries = 0; tries < 150; tries++) {
    try {
      return await (await fetch(`${url}/api/shop`)).json();
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }
  throw new Error('the app did not come up');
})();
const lead = shop.people.find((p) => p.role === 'lead');

async function ask(path, body) {
  const answer = await fetch(`${url}${path}`, {
    method: body ? 'POST' : 'GET',
    headers: { 'content-type': 'application/json', origin: url },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
  const said = await answer.json();
  if (!answer.ok) throw new Error(`${path}: ${JSON.stringify(said, null, 1)}`);
  return said;
}

for (const file of readdirSync('demo/engines').sort()) {
  const engine = JSON.parse(readFileSync(`demo/engines/${file}`, 'utf8'));
  const { id, name, arrangement } = engine;
  const sheet = engine.sheet ?? (await ask('/api/engines', { id, name, arrangement })).id;
  const { version } = await ask(`/api/sheets/${sheet}`);
  const values = Object.entries(engine.values).map(([path, typed]) => ({ path, typed, unit: '', decimalMark: '.', source: 'manual' }));
  await ask(`/api/sheets/${sheet}/versions`, { by: lead.id, version, because: engine.because, values, parts: engine.parts });
  const kept = await ask(`/api/sheets/${sheet}/file`);
  writeFileSync(`demo/sheets/${sheet}.v${kept.version}.json`, `${JSON.stringify(kept, null, 1)}\n`);
}
