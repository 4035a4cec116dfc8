import { readFileSync } from 'node:fs';
import { z } from 'zod';
import { snagsOf } from '@/core/checks/snags';
import { type CalcName, calc, calcNames, calcUsage } from '@/core/calc/calc';
import { JobFileError, parseJobFile, problemsOf } from '@/core/job/jobFile';
import { writePlanGeoJson } from '@/core/formats/planGeoJson';
import { writePlanSvg } from '@/core/formats/planSvg';
import type { Job } from '@/core/job/job';
import type { Problem } from '@/core/job/references';
import { backhaulOptions } from '@/core/network/backhaulOptions';
import { networkOf } from '@/core/network/backhaul';
import { predictJob } from '@/core/network/predict';
import { withPosterior } from '@/core/calibration/posterior';
import { buildScene } from '@/core/propagation/scene';
import { dataCommands, dataHelp } from './dataCommands';
import { planArguments, planHelp, planOf } from './planCommand';
import { runbookArguments, runbookHelp, runbookText } from './runbookCommand';
import { UsageError } from './usage';

const help: Record<string, string> = {
  '': `nestle COMMAND …

  predict FILE         what each spot of a job file gets, as JSON
  check FILE           the snags of a plan, as JSON
  links FILE           every way to feed each planned unit, as JSON
  plan FILE            proposals that meet every need, as JSON
  runbook FILE         the steps of a plan and when each begins, as JSON or Markdown
  calc NAME            one computation: JSON in, JSON out
  export [JOB] [FILE]  a job of the database as a job file; without JOB, lists the jobs
  import FILE          a job file into the database
  backup FILE.zip      everything into one file
  restore FILE         everything from one file
  check-data           is the database sound?
  drawing FILE STOREY  a storey of a job file as SVG or GeoJSON

--help after a command says more. The database is in NESTLE_DATA, default ./data.`,
  predict: `nestle predict FILE [--found]

Reads a job file and writes JSON: for each spot its need, best unit, band, rssiDbm, down, up,
latency, certainty and limitedBy, for the planned network, or with --found for the one found.`,
  check: `nestle check FILE

Reads a job file and writes JSON: what the checks find in its plan, surest first: rule, what, why,
sure, record, and whether one edit mends it.`,
  links: `nestle links FILE

Reads a job file and writes JSON: for each planned unit that needs a link every way to feed it, best
first: medium, from, down, up, worst spot with certainty, cost, minutes, holes, cautions, whyNot.`,
  plan: planHelp,
  runbook: runbookHelp,
  calc: `nestle calc NAME < in.json > out.json

${calcUsage}

Bad input: exit 2, nothing on standard output, {"error":{"path","message"}} on standard error.`,
  ...dataHelp,
  drawing: `nestle drawing FILE STOREY [--geojson] [--scale 100]

Writes a storey of a job file to standard output: as SVG to scale, or with --geojson as GeoJSON
(docs/plan-geojson.md). STOREY is its id or its name.`,
};

/** Ends with exit 2 and one problem as JSON on standard error. */
function refuse({ path, message }: Problem): never {
  process.stderr.write(`${JSON.stringify({ error: { path, message } })}\n`);
  process.exit(2);
}

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
const readJob = (file: string): Job => parseJobFile(readFileSync(file, 'utf8'));

function predict(args: string[]) {
  const [file, ...rest] = args.filter((a) => a !== '--found');
  if (!file || rest.length) throw new UsageError('predict needs one FILE');
  const job = readJob(file);
  const scene = withPosterior(job, buildScene(job));
  const network = networkOf(job, scene, args.includes('--found') ? 'found' : 'planned');
  const letters = new Map(job.units.map((u) => [u.id, u.letter]));
  const rooms = new Map(job.rooms.map((r) => [r.id, r.name]));
  print({
    job: job.info.name,
    spots: predictJob(job, scene, network).map((p) => {
      const spot = job.spots.find((s) => s.id === p.spotId);
      return {
        spot: spot?.number,
        name: spot?.name,
        room: rooms.get(spot?.roomId ?? ''),
        need: { down: p.need.downMbps, up: p.need.upMbps, latency: p.need.latencyMs },
        unit: p.unitId === null ? null : letters.get(p.unitId),
        band: p.band,
        rssiDbm: p.rssiDbm,
        down: p.downMbps,
        up: p.upMbps,
        latency: p.latencyMs,
        certainty: p.certainty,
        met: p.met,
        limitedBy: p.limitedBy,
      };
    }),
    unfed: network.withoutUplink.map((u) => ({ unit: u.unit.letter, why: u.why })),
  });
}

function check(args: string[]) {
  const [file, ...rest] = args;
  if (!file || rest.length) throw new UsageError('check needs one FILE');
  const job = readJob(file);
  const scene = withPosterior(job, buildScene(job));
  print({
    job: job.info.name,
    snags: snagsOf(job, scene, networkOf(job, scene, 'planned')).map(
      ({ rule, what, why, sure, recordId, repair }) => ({
        rule,
        what,
        why,
        sure,
        record: recordId,
        repair: repair?.label ?? null,
      }),
    ),
  });
}

function links(args: string[]) {
  const [file, ...rest] = args;
  if (!file || rest.length) throw new UsageError('links needs one FILE');
  const job = readJob(file);
  const scene = withPosterior(job, buildScene(job));
  const numbers = new Map(job.spots.map((s) => [s.id, s.number]));
  print({
    job: job.info.name,
    units: job.units
      .filter((u) => u.planned && job.links.some((l) => l.unitId === u.id))
      .map((u) => ({
        unit: u.letter,
        name: u.name,
        ways: backhaulOptions(job, scene, u).map(({ link, also: _also, fromLetter, worst, ...way }) => ({
          medium: link.medium,
          from: fromLetter,
          ...way,
          worst: worst && {
            spot: numbers.get(worst.spotId),
            down: worst.downMbps,
            certainty: worst.certainty,
          },
        })),
      })),
  });
}

async function plan(args: string[]) {
  let given: ReturnType<typeof planArguments>;
  try {
    given = planArguments(args);
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
  print(await planOf(readJob(given.file), given));
}

function runCalc(args: string[]) {
  const [name, ...rest] = args;
  const known = calcNames.find((n): n is CalcName => n === name);
  if (!known || rest.length) refuse({ path: 'NAME', message: `one of ${calcNames.join(', ')}` });
  let input: unknown;
  try {
    input = JSON.parse(readFileSync(0, 'utf8'));
  } catch {
    refuse({ path: '', message: 'standard input is not JSON' });
  }
  const result = calc(known, input);
  if ('error' in result) refuse(result.error);
  process.stdout.write(`${JSON.stringify(result.output)}\n`);
}

function drawing(args: string[]) {
  const scaleAt = args.indexOf('--scale');
  const scale = scaleAt < 0 ? 100 : Number(args[scaleAt + 1]);
  if (!(scale >= 1 && scale <= 10_000)) throw new UsageError('--scale needs a number from 1 to 10000');
  const rest = args.filter(
    (a, i) => a !== '--geojson' && (scaleAt < 0 || (i !== scaleAt && i !== scaleAt + 1)),
  );
  const [file, name, ...more] = rest;
  if (!file || !name || more.length) throw new UsageError('drawing needs FILE and STOREY');
  const job = readJob(file);
  const storey = job.storeys.find((s) => s.id === name) ?? job.storeys.find((s) => s.name === name);
  if (!storey)
    throw new UsageError(`there is no storey ${name}; there are ${job.storeys.map((s) => s.id).join(', ')}`);
  process.stdout.write(
    args.includes('--geojson') ? writePlanGeoJson(job, storey.id) : writePlanSvg(job, storey.id, scale),
  );
}

function runbook(args: string[]) {
  let given: ReturnType<typeof runbookArguments>;
  try {
    given = runbookArguments(args);
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
  process.stdout.write(runbookText(readJob(given.file), given, Date.now()));
}

const commands = new Map<string, (args: string[]) => void | Promise<void>>([
  ['predict', predict],
  ['check', check],
  ['links', links],
  ['plan', plan],
  ['runbook', runbook],
  ['calc', runCalc],
  ['drawing', drawing],
  ...dataCommands,
]);

const [command = '', ...args] = process.argv.slice(2);
const known = commands.get(command);
try {
  if (args.includes('--help') || command === '--help' || command === '') {
    process.stdout.write(`${help[known ? command : '']}\n`);
    process.exit(command === '' ? 2 : 0);
  }
  if (!known) throw new UsageError(`there is no command ${command}`);
  await known(args);
} catch (error) {
  if (error instanceof UsageError) {
    process.stderr.write(`${error.message}\n\n${help[known ? command : '']}\n`);
    process.exit(2);
  }
  if (error instanceof JobFileError) refuse(error.problems[0] ?? { path: '', message: error.message });
  if (error instanceof z.ZodError) refuse(problemsOf(error)[0] ?? { path: '', message: 'bad input' });
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exit(1);
}
