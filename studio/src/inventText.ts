import type { Random } from '@ravlo/film';

/** Words of three languages that students write in, short and long, so that no two pages read alike. */
const WORDS: readonly (readonly string[])[] = [
  `the of and to in a is that it was for on are as with they be at this from have or by one had not but what all were when we there can an your which their said if do will each about how up out them then she many some so these would other into has more her two like him see time could no make than first been its who now people my made over did down only way find use may water long little very after words called just where most know`.split(
    ' ',
  ),
  `der die und in den von zu das mit sich des auf für ist im dem nicht ein eine als auch es an werden aus er hat dass sie nach wird bei einer um am sind noch wie einem über einen so zum war haben nur oder aber vor zur bis mehr durch man sein wurde sei Prozent Jahr Wasser Kraft Lösung Aufgabe Beispiel Gleichung Strecke größer während zwischen Fläche`.split(
    ' ',
  ),
  `le de un être et à il avoir ne je son que se qui ce dans en du elle au pour pas sur on avec tout plus mais nous ou si leur dire faire lui voir même aussi bien où sans tu homme après temps très savoir quand quelque année première question réponse équation lumière château forêt garçon`.split(
    ' ',
  ),
];
const FUNCTIONS = ['x', 'y', 'f(x)', 'v', 'a', 't', 'E', 'm', 'F', 'n'] as const;
const UNITS = ['', '', ' m', ' kg', ' s', ' cm', ' N', ' %', ' km/h'] as const;
const MARKS = ['-', '1)', '2.', 'a)', 'b)', '*', '3)', 'c)'] as const;

/**
 * Lines of made-up writing, at most `widest` letters long: running text with its paragraphs and ragged right edge, a
 * list, or a calculation.
 */
export function inventLines(random: Random, count: number, widest: number): string[] {
  const words = random.pick(WORDS);
  const kind = random.pick(['text', 'text', 'list', 'sums', 'mixed'] as const);
  const lines: string[] = [];
  while (lines.length < count) {
    const part = kind === 'mixed' ? random.pick(['text', 'list', 'sums'] as const) : kind;
    const left = count - lines.length;
    if (part === 'text') lines.push(...paragraph(random, words, Math.min(left, 2 + count / 2), widest));
    else if (part === 'list')
      lines.push(`${random.pick(MARKS)} ${clause(random, words, 2 + random.next() * 5)}`);
    else lines.push(sum(random));
    if (random.chance(0.08)) lines.push('');
  }
  return lines.slice(0, count).map((line) => line.slice(0, widest));
}

/** A title as students put one: a few words, sometimes with a number. */
export function inventTitle(random: Random): string {
  const title = capital(clause(random, random.pick(WORDS), 1 + random.next() * 3));
  return random.chance(0.3) ? `${title} ${1 + Math.floor(random.next() * 12)}` : title;
}

function paragraph(random: Random, words: readonly string[], most: number, widest: number): string[] {
  const lines: string[] = [];
  let line = random.chance(0.3) ? '    ' : '';
  const wanted = 2 + random.next() * (most - 2);
  while (lines.length < wanted) {
    for (const word of sentence(random, words).split(' ')) {
      if (line.length + word.length + 1 > widest) {
        lines.push(line);
        line = '';
      }
      line += (line.trim() ? ' ' : '') + word;
    }
  }
  return [...lines, line].slice(0, Math.ceil(wanted));
}

function sentence(random: Random, words: readonly string[]): string {
  const first = clause(random, words, 3 + random.next() * 7);
  const second = random.chance(0.4) ? `, ${clause(random, words, 2 + random.next() * 5)}` : '';
  return capital(first + second) + random.pick(['.', '.', '.', '?', '!', ':'] as const);
}

function clause(random: Random, words: readonly string[], length: number): string {
  return Array.from({ length: Math.ceil(length) }, () => random.pick(words)).join(' ');
}

function sum(random: Random): string {
  const number = () =>
    random.chance(0.6)
      ? String(Math.floor(random.between(1, 120)))
      : random.between(0, 30).toFixed(1 + Math.floor(random.next() * 2));
  const terms = Array.from(
    { length: 2 + Math.floor(random.next() * 2) },
    () => `${number()}${random.chance(0.3) ? random.pick(FUNCTIONS) : ''}`,
  );
  const left = random.chance(0.5) ? random.pick(FUNCTIONS) : terms.slice(1).join(' · ');
  const right = terms.join(random.pick([' + ', ' - ', ' / ', ' · '] as const));
  return `${random.chance(0.2) ? '    ' : ''}${left} = ${right} = ${number()}${random.pick(UNITS)}`;
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
