/** The core from a terminal: newline-delimited JSON on standard output, a summary on standard error. */
import { parseArgs } from 'node:util';
import { SCHEMES } from '@/core/classify';
import { FORMAT_CODES, type Format } from '@/core/formats';
import { classifyCommand } from './classify';
import { likelySetting, mapsSetting, profileSettings, schemeSetting, Unusable, venuesSetting } from './input';
import { mergeCommand } from './merge';
import { parseCommand } from './parse';
import { rulesDocument } from './rules';
import { sieveCommand } from './sieve';

const USAGE = `npm run --silent cli -- COMMAND FILE…

  parse FILE…                                  a line per entry: a record, or a rejection with its place
  classify --as-of DATE --question KIND --scheme ID [--venues FILE] [--maps FILE] [--merged] FILE…
                                               a line per record (per work, with --merged): its possible values on
                                               every axis, with claims
  merge FILE…                                  a line per work with its records and links, and a line per pair to settle
  sieve --with sieve.json --as-of DATE --question KIND --scheme ID FILE…
                                               a line per work with its outcome, and a last line with the funnel

  rules                                        every table and rule, as Markdown

  --format ${FORMAT_CODES.join('|')}     overrides what the content says
  --profile FILE                               the limiter profile of these files' database: its terms and columns
  --refereed-journals                          every journal in these files' database is refereed
  --venues FILE                                a register of journals and presses, as CSV
  --maps FILE                                  what terms mean in these files' database, as CSV or JSON
  --likely 0.95                                with classify: also the sets that hold the true value in this share of works
  --scheme ID|FILE                             an evidence scheme: ${Object.keys(SCHEMES).join(', ')}, or JSON
Defaults: --question treatment-benefit, --scheme ocebm-2011.
`;

async function main(argv: string[]): Promise<number> {
  let parsed: ReturnType<typeof readArgs>;
  try {
    parsed = readArgs(argv);
  } catch (error) {
    throw new Unusable(`${(error as Error).message}\n\n${USAGE}`);
  }
  const { values, positionals } = parsed;
  const [command, ...files] = positionals;
  if (values.help || !command) {
    process.stderr.write(USAGE);
    return values.help ? 0 : 1;
  }
  if (command === 'rules') {
    process.stdout.write(rulesDocument());
    return 0;
  }
  if (files.length === 0) throw new Unusable('Name at least one file.');
  if (values.format && !FORMAT_CODES.includes(values.format as Format))
    throw new Unusable(`Unknown format "${values.format}". Known: ${FORMAT_CODES.join(', ')}.`);
  const format = values.format as Format | undefined;
  const profile = await profileSettings(values.profile, values['refereed-journals']);
  const settings = {
    format,
    asOf: values['as-of'],
    question: values.question,
    scheme: await schemeSetting(values.scheme),
    register: await venuesSetting(values.venues),
    ...profile,
    scope: await mapsSetting(values.maps, profile.scope),
  };
  if (command === 'parse') await parseCommand(files, settings);
  else if (command === 'classify')
    await classifyCommand(files, { ...settings, merged: values.merged, likely: likelySetting(values.likely) });
  else if (command === 'merge') await mergeCommand(files, settings);
  else if (command === 'sieve') await sieveCommand(files, { ...settings, with: values.with });
  else throw new Unusable(`Unknown command "${command}".\n\n${USAGE}`);
  return 0;
}

const readArgs = (argv: string[]) =>
  parseArgs({
    args: argv,
    allowPositionals: true,
    options: {
      format: { type: 'string' },
      'as-of': { type: 'string' },
      likely: { type: 'string' },
      question: { type: 'string', default: 'treatment-benefit' },
      scheme: { type: 'string', default: 'ocebm-2011' },
      with: { type: 'string' },
      profile: { type: 'string' },
      venues: { type: 'string' },
      maps: { type: 'string' },
      merged: { type: 'boolean', default: false },
      'refereed-journals': { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  });

// A reader that closes the pipe early (head, say) ends the run quietly.
process.stdout.on('error', (error: NodeJS.ErrnoException) => process.exit(error.code === 'EPIPE' ? 0 : 1));
try {
  process.exitCode = await main(process.argv.slice(2));
} catch (error) {
  if (!(error instanceof Unusable)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
}
