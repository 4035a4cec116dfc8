import { join, resolve } from 'node:path';
import { DeliverPolicy, jetstream } from '@nats-io/jetstream';
import { dataFolder, openDatabase } from '@/server/database';
import {
  keepFirm,
  makeFirm,
  nodeFolder,
  readFirm,
  withJoin,
  withoutMember,
  writeNodes,
} from '@/server/office/firm';
import { roles } from '@/server/office/membership';
import { decode, type Presence, presenceSchema } from '@/server/office/messages';
import { natsServer } from '@/server/office/natsServer';
import { startNodeAlone } from '@/server/office/nodeUsers';
import { connectAdmin, reload, startOffice } from '@/server/office/officeProcess';
import { rebuildFrom } from '@/server/office/rebuild';
import { laptopsStream } from '@/server/office/subjects';
import { ownAddresses } from '@/server/sharing/ownAddresses';
import QRCode from 'qrcode';
import { type Command, parsed, UsageError, word } from './command';

const help = `nestle office DOES … [--folder FOLDER]

The office of a firm: the log through which its laptops have the same jobs. It runs nats-server, which must be installed.
How to set it up, on one machine or three: docs/office.md.

  new NAME [--address HOST[:PORT]] …   makes the office; three addresses for three machines
  start [--node N] …                   runs it until it is stopped; without --node all nodes of this machine
  node                                 runs one node on another machine, from its folder: --folder node-2
  code NAME [--role ROLE] [--picture]  a code for one laptop, to be taken once; ROLE office, crew or trainee
  laptops                              each laptop: role, version, when it was heard, what it has and what waits
  shut-out NAME                        a lost laptop, or a code that nobody took: it opens nothing any more
  certificates                         writes the nodes' certificates anew
  rebuild [FOLDER]                     the log from the data folder of a laptop that has the jobs

  --folder FOLDER  where the office keeps itself; ./office without it`;

const usualPort = 4222;
const clusterPortOf = (port: number) => port + 2000;

/** «host», «host:port»; without any, this machine's own address. */
function nodesOf(addresses: readonly string[]) {
  const given = addresses.length ? addresses : [ownAddresses()[0] ?? '127.0.0.1'];
  if (given.length !== 1 && given.length !== 3)
    throw new UsageError('--address: one, or three for three machines');
  return given.map((address) => {
    const [, host, port] = /^([A-Za-z0-9.-]+)(?::(\d{1,5}))?$/.exec(address) ?? [];
    if (!host) throw new UsageError(`--address: ${address} is no address`);
    const number = Number(port ?? usualPort);
    return { host, port: number, clusterPort: clusterPortOf(number) };
  });
}

const say = (line: string): void => {
  process.stdout.write(`${line}\n`);
};

async function start(folder: string, nodes: readonly string[]): Promise<void> {
  const firm = readFirm(folder);
  const own = nodes.length ? nodes.map((n) => Number(n) - 1) : [...firm.nodes.keys()];
  if (own.some((i) => !firm.nodes[i])) throw new UsageError(`--node: 1 to ${firm.nodes.length}`);
  const running = await startOffice(folder, own, say);
  say(`The office of ${firm.name} is open at ${firm.nodes.map((n) => `${n.host}:${n.port}`).join(', ')}`);
  await untilStopped();
  await running.stop();
}

const untilStopped = () =>
  new Promise<void>((done) => {
    for (const signal of ['SIGINT', 'SIGTERM'] as const) process.once(signal, () => done());
  });

async function runNode(own: string): Promise<void> {
  const running = startNodeAlone(resolve(own), say);
  say(`The node in ${own} runs. It takes over from the first machine who may do what.`);
  await untilStopped();
  await running.stop();
}

async function laptops(folder: string): Promise<void> {
  const firm = readFirm(folder);
  const nc = await connectAdmin(folder);
  const heard = new Map<string, Presence>();
  try {
    const consumer = await jetstream(nc).consumers.get(laptopsStream, {
      deliver_policy: DeliverPolicy.LastPerSubject,
    });
    const { num_pending: pending } = await consumer.info();
    if (pending > 0)
      for await (const message of await consumer.fetch({ max_messages: pending, expires: 2000 })) {
        const said = decode(presenceSchema, message.data);
        heard.set(said.by.id, { ...said, at: message.time.toISOString() });
      }
  } finally {
    await nc.close();
  }
  const line = (m: (typeof firm.members)[number], end: string) => {
    const said = heard.get(m.id);
    const state = said
      ? `heard ${said.at}, Nestle ${said.program || 'of before'}, has the log to ${said.seq}, ${said.waiting} not sent then`
      : 'not heard yet';
    return `${m.name}\t${m.role}\t${m.id}\t${state}${end}`;
  };
  for (const m of firm.members) say(line(m, ''));
  for (const m of firm.shutOut) say(line(m, ', shut out'));
  for (const j of firm.joins) say(`${j.name}\t${j.role}\tcode not taken yet`);
}

export const office: Command = {
  help,
  async run(args) {
    const { values, words } = parsed(
      args,
      {
        folder: { type: 'string', default: './office' },
        address: { type: 'string', multiple: true, default: [] },
        node: { type: 'string', multiple: true, default: [] },
        role: { type: 'string', default: 'crew' },
        picture: { type: 'boolean', default: false },
      },
      ['what the office is to do'],
      1,
    );
    const { folder } = values;
    const name = () => {
      if (!words[1]) throw new UsageError('a name: missing');
      return word(words, 1).trim();
    };
    switch (words[0]) {
      case 'new': {
        natsServer();
        const firm = await makeFirm(folder, name(), nodesOf(values.address), Date.now());
        say(
          `Made the office of ${firm.name} in ${folder}. Keep this folder to yourself, and a copy of it elsewhere.`,
        );
        firm.nodes.forEach((n, i) => say(`node ${i + 1}\t${n.host}:${n.port}\t${nodeFolder(folder, i)}`));
        return;
      }
      case 'start':
        return start(folder, values.node);
      case 'node':
        return runNode(folder);
      case 'code': {
        const role = roles.find((r) => r === values.role);
        if (!role) throw new UsageError('--role: office, crew or trainee');
        const { firm, code } = withJoin(folder, readFirm(folder), { name: name(), role });
        keepFirm(folder, firm);
        reload(folder, firm.nodes.length);
        say(code);
        if (values.picture || process.stdout.isTTY)
          say(await QRCode.toString(code, { type: 'utf8', errorCorrectionLevel: 'L' }));
        return;
      }
      case 'laptops':
        return laptops(folder);
      case 'shut-out': {
        const done = withoutMember(readFirm(folder), name());
        if (!done) throw new UsageError(`there is no laptop and no open code ${name()}`);
        keepFirm(folder, done.firm);
        reload(folder, done.firm.nodes.length);
        say(
          done.wasCode
            ? `The code for ${done.name} opens nothing any more.`
            : `${done.name} is shut out. “nestle office laptops” says what it had last.`,
        );
        if (done.firm.nodes.length > 1)
          say('Other machines hear of it within some seconds, while “nestle office start” runs here.');
        return;
      }
      case 'certificates': {
        const firm = readFirm(folder);
        await writeNodes(folder, firm, Date.now());
        reload(folder, firm.nodes.length);
        say(
          `Written for ${firm.nodes.length} nodes. On other machines: copy their folders, and start them again.`,
        );
        return;
      }
      case 'rebuild': {
        const db = openDatabase(words[1] ?? dataFolder());
        const nc = await connectAdmin(folder);
        try {
          const { put, there } = await rebuildFrom(db, nc, readFirm(folder).firmId, new Date().toISOString());
          say(`${put} jobs were put into the log; ${there} were there.`);
        } finally {
          await nc.close();
          db.close();
        }
        return;
      }
      default:
        throw new UsageError(
          `the office does not know “${words[0] ?? ''}”; see ${join('docs', 'office.md')}`,
        );
    }
  },
};
