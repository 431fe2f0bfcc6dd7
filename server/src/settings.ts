import path from 'node:path';
import { parseArgs } from 'node:util';
import { DESK_TROUBLES, deskTroubleSchema, type DeskTrouble } from '@ravlo/contract';

export interface Settings {
  readonly port: number;
  readonly host: string;
  readonly lan: boolean;
  readonly dataDir: string;
  readonly logLevel: string;
  readonly demo: boolean;
  /** what goes wrong at the class desk on purpose */
  readonly deskTrouble: DeskTrouble | null;
}

/**
 * Reads PORT, HOST, RAVLO_DATA, RAVLO_DEMO (off), RAVLO_DESK_TROUBLE and LOG_LEVEL from the environment, --lan from the command line.
 *
 * @throws Error in plain words when one of them makes no sense
 */
export function readSettings(args: readonly string[], env: NodeJS.ProcessEnv): Settings {
  const { values } = parseArgs({ args: [...args], options: { lan: { type: 'boolean', default: false } } });
  const port = Number(env.PORT ?? 4310);
  if (!Number.isInteger(port) || port < 0 || port > 65535) {
    throw new Error(`PORT must be a whole number from 0 to 65535, not “${env.PORT}”`);
  }
  const host = env.HOST ?? (values.lan ? '0.0.0.0' : '127.0.0.1');
  return {
    port,
    host,
    lan: host !== '127.0.0.1' && host !== 'localhost' && host !== '::1',
    dataDir: path.resolve(env.RAVLO_DATA ?? 'data'),
    logLevel: env.LOG_LEVEL ?? 'warn',
    deskTrouble: readTrouble(env.RAVLO_DESK_TROUBLE),
    demo: env.RAVLO_DEMO !== 'off',
  };
}

function readTrouble(said: string | undefined): DeskTrouble | null {
  if (!said) return null;
  const trouble = deskTroubleSchema.safeParse(said);
  if (!trouble.success)
    throw new Error(`RAVLO_DESK_TROUBLE is one of ${DESK_TROUBLES.join(', ')}, not “${said}”`);
  return trouble.data;
}
