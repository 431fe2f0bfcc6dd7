/*
 * Whether a packet and the brief that it is handed over to belong together: work that goes to the wrong brief is the
 * costliest slip there is, and a name gives it away.
 */

/** What is known of a brief when it is held against a packet. */
export interface BriefNamed {
  readonly id: string;
  readonly title: string;
}

export interface Agreeing {
  /** what is written about the packet: its name, and its first page's label where it has one */
  readonly words: readonly string[];
  /** the brief that it is tied to */
  readonly briefId: string | null;
}

/** Why the two may not belong together, and which brief fits better. */
export interface Disagreement {
  readonly why: 'tied-to-another' | 'named-like-another';
  readonly better: BriefNamed;
}

/** A brief whose title is found in the words to this share is meant by them. */
const MEANT = 0.6;

/** Null where nothing speaks against it. */
export function disagreement(
  { words, briefId }: Agreeing,
  chosen: BriefNamed,
  all: readonly BriefNamed[],
): Disagreement | null {
  const tied = briefId !== null && briefId !== chosen.id ? all.find(({ id }) => id === briefId) : undefined;
  if (tied) return { why: 'tied-to-another', better: tied };
  const heard = new Set(words.flatMap(wordsOf));
  const likeness = ({ title }: BriefNamed) => {
    const own = wordsOf(title);
    return own.length === 0 ? 0 : own.filter((word) => heard.has(word)).length / own.length;
  };
  const own = likeness(chosen);
  let better: BriefNamed | null = null;
  let most = Math.max(own, MEANT - Number.EPSILON);
  for (const brief of all) {
    const like = likeness(brief);
    if (brief.id !== chosen.id && like > most) {
      better = brief;
      most = like;
    }
  }
  return better && { why: 'named-like-another', better };
}

/** Words and numbers of any script, in small letters, without accents and plural endings of one letter. */
function wordsOf(text: string): string[] {
  const plain = text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
  return (plain.match(/\p{L}+|\p{N}+/gu) ?? []).map((word) =>
    word.length > 3 ? word.replace(/s$/, '') : word,
  );
}
