import { parseArgs } from 'node:util';

export interface StartOptions {
  readonly port: number;
  readonly data: string;
  readonly demo: boolean;
  /** What is in the folder is put aside and the demo made anew. */
  readonly resetDemo: boolean;
  /** Nobody is asked. */
  readonly yes: boolean;
  /** The whole shop goes into this file, and nothing is served. */
  readonly backup: string | undefined;
  /** The shop of this file comes in, and nothing is served. */
  readonly restore: string | undefined;
  /** Whether a backup is made each day. */
  readonly backups: boolean;
  /** How many offers the made-up yard holds beside the written ones. */
  readonly yard: number;
  /** Address to listen on; loopback unless the shop's network is asked for. */
  readonly host: string;
  /** Extra host names that requests may be addressed to. */
  readonly allow: readonly string[];
}

const USAGE = `npm start -- [options]
  --port N           port on 127.0.0.1 (default 4080)
  --data FOLDER      data folder (default .data/sable)
  --no-demo          start with an empty shop
  --reset-demo       move the content of the data folder aside and start with the demo shop; confirm, or --yes
  --backup FILE      write the whole shop of the data folder into one file, and end
  --restore FILE     put the shop of such a file into the data folder, and end; one in use is added to
  --no-backups       make no backup each day next to the data folder
  --yard N           listings in the simulated feed (default 260)
  --host ADDRESS     listen on another address, with --allow: the host names it may be called by
  --allow A,B        host names allowed with --host, for instance bench.local,192.168.1.20`;

/** @throws Error with one sentence when an option can't be used. */
export function readOptions(argv: readonly string[], env: Readonly<Record<string, string | undefined>>): StartOptions {
  let values;
  try {
    ({ values } = parseArgs({
      args: [...argv],
      options: {
        port: { type: 'string' },
        data: { type: 'string' },
        'no-demo': { type: 'boolean' },
        'reset-demo': { type: 'boolean' },
        yes: { type: 'boolean' },
        backup: { type: 'string' },
        restore: { type: 'string' },
        'no-backups': { type: 'boolean' },
        yard: { type: 'string' },
        host: { type: 'string' },
        allow: { type: 'string' },
      },
    }));
  } catch (error) {
    throw new Error(`${(error as Error).message.split('. ')[0]}.\n${USAGE}`, { cause: error });
  }
  const port = Number(values.port ?? env['PORT'] ?? 4080);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`--port must be a whole number from 0 to 65535; it is ${values.port ?? env['PORT']}.`);
  const yard = Number(values.yard ?? 260);
  if (!Number.isInteger(yard) || yard < 0 || yard > 50_000)
    throw new Error(`--yard must be a whole number from 0 to 50000; it is ${values.yard}.`);
  const allow = (values.allow ?? '')
    .split(',')
    .map((s) => s.trim().toLowerCase())
    .filter(Boolean);
  if (values.host !== undefined && allow.length === 0) {
    throw new Error(
      '--host opens Sable to the network, so it also needs --allow with the host names that it may be called by.',
    );
  }
  return {
    port,
    data: values.data ?? env['DATA_DIR'] ?? '.data/sable',
    demo: values['no-demo'] !== true,
    resetDemo: values['reset-demo'] === true,
    yes: values.yes === true,
    backup: values.backup,
    restore: values.restore,
    backups: values['no-backups'] !== true,
    yard,
    host: values.host ?? '127.0.0.1',
    allow,
  };
}
