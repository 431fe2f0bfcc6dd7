import { badLines } from './badLines';
import { fullShelf } from './fullShelf';
import { kills } from './kills';
import { manyClients } from './manyClients';
import { manyEdits } from './manyEdits';
import { memory } from './memory';

// How well the server and the app keep what they are given, in the real interface and over the real API:
// npm run measure:keep [-- part...]

const PARTS = { edits: manyEdits, clients: manyClients, kills, lines: badLines, shelf: fullShelf, memory };
type Part = keyof typeof PARTS;

const asked = process.argv.slice(2);
const isPart = (name: string): name is Part => name in PARTS;
const unknown = asked.find((name) => !isPart(name));
if (unknown) throw new Error(`There is no part “${unknown}”; there are ${Object.keys(PARTS).join(', ')}`);
const parts = asked.length > 0 ? asked.filter(isPart) : (Object.keys(PARTS) as Part[]);
for (const part of parts) await PARTS[part]();
