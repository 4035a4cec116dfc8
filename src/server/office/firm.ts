/** What an office keeps: its firm, its nodes, who belongs to it; and the configuration of nats-server that follows from it. */
import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createUser, fromSeed } from '@nats-io/nkeys';
import { z } from 'zod';
import { makeAuthority, makeNodeCertificate } from './certificates';
import { derOf, writeJoinCode } from './joinCode';
import { roles, type Role } from './membership';
import { hasNodeFile, readNodeFile, writeNodeFile, writeWhole } from './nodeFile';
import { nodeInbox, nodeReads, permissionsOf } from './subjects';

const memberSchema = z.strictObject({
  id: z.string(),
  name: z.string(),
  role: z.enum(roles),
  /** Public key of the laptop. */
  nkey: z.string(),
  joinedAt: z.string(),
});
export type Member = z.infer<typeof memberSchema>;

const firmSchema = z.strictObject({
  format: z.literal('nestle-office'),
  version: z.literal(1),
  firmId: z.string(),
  name: z.string().min(1).max(80),
  /** Nodes: where each is reached, and where they reach one another. */
  nodes: z
    .array(
      z.strictObject({
        ...{ host: z.string(), port: z.int(), clusterPort: z.int() },
        /** Public key with which the node's machine reads who may do what; empty: written before it had one. */
        key: z.string().default(''),
      }),
    )
    .min(1)
    .max(5),
  members: z.array(memberSchema),
  /** Codes that nobody took yet: the public key of the question, and who it is for. */
  joins: z.array(z.strictObject({ nkey: z.string(), name: z.string(), role: z.enum(roles) })),
  /** Laptops that were shut out, for the list. */
  shutOut: z.array(memberSchema),
  /** By job: the laptop that alone may change it. */
  only: z.record(z.string(), z.string()),
  /** Public key of the office's own process. */
  adminKey: z.string(),
});
export type Firm = z.infer<typeof firmSchema>;

const firmFile = (folder: string) => join(folder, 'office.json');
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes);

/** There is no office in the folder. */
export class NoOfficeError extends Error {
  constructor(folder: string) {
    super(`There is no office in ${folder}. Make one: nestle office new "NAME OF THE FIRM"`);
    this.name = 'NoOfficeError';
  }
}

export const hasFirm = (folder: string): boolean => existsSync(firmFile(folder));
/** @throws NoOfficeError */
export function readFirm(folder: string): Firm {
  if (!hasFirm(folder)) throw new NoOfficeError(folder);
  return firmSchema.parse(JSON.parse(readFileSync(firmFile(folder), 'utf8')));
}

/** Keeps a firm, and who may do what as nats-server reads it. */
export function keepFirm(folder: string, firm: Firm): void {
  writeWhole(firmFile(folder), `${JSON.stringify(firm, null, 2)}\n`);
  for (let i = 0; i < firm.nodes.length; i++) {
    const own = nodeFolder(folder, i);
    // also where the folder was moved to its machine
    mkdirSync(own, { recursive: true, mode: 0o700 });
    writeWhole(join(own, 'users.conf'), usersOf(firm));
  }
}

/** The folder of one node: all that its machine needs. */
export const nodeFolder = (folder: string, i: number): string => resolve(folder, `node-${i + 1}`);

export const readAdminSeed = (folder: string): Uint8Array =>
  new TextEncoder().encode(readFileSync(join(folder, 'admin.seed'), 'utf8').trim());
export const readAuthority = (folder: string) => ({
  cert: readFileSync(join(folder, 'ca.pem'), 'utf8'),
  key: readFileSync(join(folder, 'ca.key'), 'utf8'),
});

/** Where a node is reached by laptops, and by the others. */
export type Place = Omit<Firm['nodes'][number], 'key'>;

/** Makes the office of a firm: its authority, its key, and the configuration of its nodes. @throws Error where there is one. */
export async function makeFirm(
  folder: string,
  name: string,
  places: readonly Place[],
  nowMs: number,
): Promise<Firm> {
  if (hasFirm(folder)) throw new Error(`There is an office in ${folder} already. Nothing was changed.`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const admin = createUser();
  const firmId = `firm-${randomUUID()}`;
  const authority = await makeAuthority(firmId, nowMs);
  writeWhole(join(folder, 'ca.pem'), authority.cert);
  writeWhole(join(folder, 'ca.key'), authority.key);
  writeWhole(join(folder, 'admin.seed'), text(admin.getSeed()));
  const nodes = places.map((place) => ({ ...place, key: '' }));
  const empty: Firm = {
    ...{ format: 'nestle-office', version: 1, firmId, name, nodes },
    ...{ members: [], joins: [], shutOut: [], only: {}, adminKey: admin.getPublicKey() },
  };
  return writeNodes(folder, empty, nowMs);
}

/** Writes all nodes anew, each with a key of its own, and keeps the firm. @param days that their certificates hold. */
export async function writeNodes(folder: string, firm: Firm, nowMs: number, days?: number): Promise<Firm> {
  const nodes = [];
  for (const [i, node] of firm.nodes.entries())
    nodes.push({ ...node, key: await writeNode(folder, firm, i, nowMs, days) });
  const next = { ...firm, nodes };
  keepFirm(folder, next);
  return next;
}

/** Writes the certificate, the key and the configuration of a node anew; its store stays. @returns its public key. */
async function writeNode(
  folder: string,
  firm: Firm,
  i: number,
  nowMs: number,
  days: number | undefined,
): Promise<string> {
  const own = nodeFolder(folder, i);
  mkdirSync(own, { recursive: true, mode: 0o700 });
  const authority = readAuthority(folder);
  const { cert, key } = await makeNodeCertificate(
    authority,
    [firm.nodes[i]?.host ?? 'localhost'],
    nowMs,
    days,
  );
  writeWhole(join(own, 'cert.pem'), cert);
  writeWhole(join(own, 'key.pem'), key);
  writeWhole(join(own, 'ca.pem'), authority.cert);
  writeWhole(join(own, 'nats.conf'), configOf(firm, i));
  // a folder that was copied to its machine goes on with its key
  const seed = hasNodeFile(own) ? readNodeFile(own).seed : text(createUser().getSeed());
  writeNodeFile(own, { port: firm.nodes[i]?.port ?? 0, seed });
  return fromSeed(new TextEncoder().encode(seed)).getPublicKey();
}

const tls = (verify: boolean) =>
  `tls { cert_file: "cert.pem", key_file: "key.pem", ca_file: "ca.pem", verify: ${verify} }`;

/** Of what nats-server takes as one message, bytes: a whole job, packed. */
export const mostMessageBytes = 8_000_000;

function configOf({ firmId, nodes }: Firm, i: number): string {
  const node = nodes[i];
  if (!node) throw new Error(`there is no node ${i + 1}`);
  const routes = nodes
    .filter((n) => n !== node)
    .map((n) => `"nats-route://${n.host}:${n.clusterPort}"`)
    .join(', ');
  const cluster = `cluster {
  name: "${firmId}"
  listen: "0.0.0.0:${node.clusterPort}"
  routes: [${routes}]
  ${tls(true)}
}`;
  return `# Written by nestle office. Changes are lost when it is written anew.
server_name: "office-${i + 1}"
listen: "0.0.0.0:${node.port}"
pid_file: "nats.pid"
max_payload: ${mostMessageBytes}
# a laptop that hangs is let go
ping_interval: "20s"
ping_max: 2
jetstream { store_dir: "store", max_memory_store: 64MB }
${tls(false)}
${nodes.length > 1 ? cluster : ''}
include "users.conf"
`;
}

const list = (subjects: readonly string[]) => `[${subjects.map((s) => `"${s}"`).join(', ')}]`;

/** Who may publish and read what: each laptop by its key, each open code for its one question. */
function usersOf(firm: Firm): string {
  const user = (nkey: string, publish: readonly string[], deny: readonly string[], inbox: string) =>
    `    { nkey: ${nkey}, permissions: { publish: { allow: ${list(publish)}${deny.length ? `, deny: ${list(deny)}` : ''} }, subscribe: ${list([inbox])} } }`;
  const members = firm.members.map((m) => {
    const { publish, deny, inbox } = permissionsOf(m, firm.only);
    return user(m.nkey, publish, deny, inbox);
  });
  const nodes = firm.nodes.filter((n) => n.key !== '').map((n) => user(n.key, nodeReads, [], nodeInbox));
  const joins = firm.joins.map((j) => user(j.nkey, ['join'], [], `_INBOX_${j.nkey}.>`));
  return `authorization {
  users = [
    { nkey: ${firm.adminKey} }
${[...nodes, ...members, ...joins].join('\n')}
  ]
}
`;
}

/** A code for one laptop. @returns the firm with it, and the code as text. */
export function withJoin(
  folder: string,
  firm: Firm,
  { name, role }: { name: string; role: Role },
): { firm: Firm; code: string } {
  const pair = createUser();
  const code = writeJoinCode({
    servers: firm.nodes.map((n) => `${n.host}:${n.port}`),
    ca: derOf(readAuthority(folder).cert),
    seed: text(pair.getSeed()),
  });
  return { firm: { ...firm, joins: [...firm.joins, { nkey: pair.getPublicKey(), name, role }] }, code };
}

/** A laptop takes its code: its key takes the place of the code's. null: nobody has this code any more. */
export function withMember(
  firm: Firm,
  joinKey: string,
  laptop: { nkey: string; name: string },
  now: string,
): { firm: Firm; member: Member } | null {
  const join = firm.joins.find((j) => j.nkey === joinKey);
  if (!join) return null;
  const member: Member = {
    id: `laptop-${randomUUID().slice(0, 8)}`,
    ...{ name: join.name || laptop.name, role: join.role, nkey: laptop.nkey, joinedAt: now },
  };
  const joins = firm.joins.filter((j) => j !== join);
  return { firm: { ...firm, joins, members: [...firm.members, member] }, member };
}

/** Without a laptop by its name or id, or without a code that nobody took, by its name. null: there is neither. */
export function withoutMember(
  firm: Firm,
  who: string,
): { firm: Firm; name: string; wasCode: boolean } | null {
  const member = firm.members.find((m) => m.id === who || m.name === who);
  const join = firm.joins.find((j) => j.name === who);
  if (member) {
    const members = firm.members.filter((m) => m !== member);
    const shutOut = [...firm.shutOut, member];
    return { firm: { ...firm, members, shutOut }, name: member.name, wasCode: false };
  }
  if (!join) return null;
  const joins = firm.joins.filter((j) => j !== join);
  return { firm: { ...firm, joins }, name: join.name, wasCode: true };
}
