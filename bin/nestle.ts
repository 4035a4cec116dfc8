/** The command line, on the same core as the interface. Each command is loaded when it is called for. */
import type { Command } from './commands/command';
import type * as data from './commands/data';

type Data = typeof data;
const from = (pick: (m: Data) => Command) => () => import('./commands/data').then(pick);
const commands: ReadonlyMap<string, () => Promise<Command>> = new Map([
  ['predict', () => import('./commands/predict').then((m) => m.predict)],
  ['signals', () => import('./commands/signals').then((m) => m.signals)],
  ['check', () => import('./commands/check').then((m) => m.check)],
  ['links', () => import('./commands/links').then((m) => m.links)],
  ['plan', () => import('./commands/plan').then((m) => m.plan)],
  ['evaluate', () => import('./commands/evaluate').then((m) => m.evaluate)],
  ['runbook', () => import('./commands/runbook').then((m) => m.runbook)],
  ['calc', () => import('./commands/calc').then((m) => m.calc)],
  ['drawing', () => import('./commands/drawing').then((m) => m.drawing)],
  ['papers', () => import('./commands/papers').then((m) => m.papers)],
  ['verify', () => import('./commands/verify').then((m) => m.verify)],
  ['office', () => import('./commands/office').then((m) => m.office)],
  ['far-end', () => import('./commands/farEnd').then((m) => m.farEnd)],
  ['export', from((m) => m.exportCommand)],
  ['import', from((m) => m.importCommand)],
  ['backup', from((m) => m.backup)],
  ['restore', from((m) => m.restore)],
  ['check-data', from((m) => m.checkDataCommand)],
]);
const help = `nestle COMMAND …

  predict FILE         what each spot of a job file gets, as JSON
  signals FILE         every signal of every unit at every spot, as JSON
  check FILE           the snags of a plan, as JSON
  links FILE           all link options of each planned unit, as JSON
  plan FILE            proposals that meet every need, as JSON
  evaluate FILE        what a plan costs, meets and breaks, as JSON; many edits of it too
  runbook FILE         the steps of a plan and when each begins, as JSON or Markdown
  calc NAME            one computation: JSON in, JSON out
  papers FILE          quote, householder's papers, as built and labels as PDF
  verify FILE          does each signed quote match its fingerprint?
  office DOES          the office of a firm with many laptops: new, start, code, laptops, shut-out, rebuild
  far-end              answers speed tests from beyond the street
  export [JOB] [FILE]  a job of the database as a job file; without JOB, lists the jobs
  import FILE          a job file into the database
  backup FILE.zip      everything into one file
  restore FILE         everything from one file
  check-data           is the database sound?
  drawing FILE STOREY  a storey of a job file as SVG or GeoJSON

--help after a command says more. The database is in NESTLE_DATA, default ./data.`;

const [name = '', ...args] = process.argv.slice(2);
const command = await commands.get(name)?.();
if (!command) {
  if (name !== '' && name !== '--help') process.stderr.write(`there is no command ${name}\n\n${help}\n`);
  else process.stdout.write(`${help}\n`);
  process.exitCode = name === '--help' ? 0 : 2;
} else if (args.includes('--help')) process.stdout.write(`${command.help}\n`);
else
  try {
    await command.run(args);
  } catch (error) {
    process.exitCode = (await import('./commands/failure')).told(error, command.help);
  }
