// results.mjs FILE: what a suite's report says, as "passed failed"; each failure with its first lines, and by its method in FILE.failed.
import { appendFileSync, existsSync, readFileSync, writeFileSync } from "node:fs";

const file = process.argv[2];
const suite = file.replace(/^.*\/|\.xml$/g, "");
const xml = existsSync(file) ? readFileSync(file, "utf8") : "";
const sum = (name) => [...xml.matchAll(new RegExp(`<assembly [^>]*\\b${name}="(\\d+)"`, "g"))].reduce((n, m) => n + Number(m[1]), 0);
const failed = [...xml.matchAll(/<test [^>]*?type="([^"]*)" method="([^"]*)"[^>]*>\s*<failure[^>]*>\s*<message><!\[CDATA\[([^]*?)\]\]>/g)].map(
  ([, type, method, message]) => ({ method: `${type}.${method}`, message: message.replace(/\s+/g, " ").slice(0, 500) }),
);

// A suite that closed without a result, or ran nothing, has failed.
const empty = sum("passed") + sum("failed") === 0;
const says = empty ? [`${suite} closed without a result`] : failed.map((f) => `${f.method}: ${f.message}`);
appendFileSync(".test/failures", says.map((line) => `${line}\n`).join(""));
writeFileSync(`${file}.failed`, [...new Set(failed.map((f) => f.method))].map((m) => `${m}\n`).join(""));
console.log(`${sum("passed")} ${Math.max(sum("failed") + sum("errors"), empty ? 1 : 0)}`);
