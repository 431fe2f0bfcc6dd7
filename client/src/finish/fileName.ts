const MOST_LENGTH = 100;

/** The packet's name as a file name that every system takes; without the ending. */
export function fileName(name: string): string {
  const safe = name
    .replace(/[\u0000-\u001f\u007f]/g, '')
    .replace(/[\\/:*?"<>|]+/g, '-')
    .replace(/\s+/g, ' ')
    .slice(0, MOST_LENGTH)
    .replace(/^[\s.]+|[\s.]+$/g, '');
  return safe || 'pages';
}
