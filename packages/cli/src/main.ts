/** `npm run -s sashiko -- <command> FILE`: the core on the command line. Exit status: 0 well, 1 stop findings, 2 unreadable input. */
import { cac } from 'cac';
import { callProblem, withValues } from './calls.ts';

const cli = cac('sashiko');
interface Options {
  readonly json?: boolean;
  readonly out?: string;
  readonly seed?: number;
  readonly as?: string;
  readonly paper?: string;
  readonly panel?: string;
  readonly charge?: string | number;
  readonly touch?: string | number;
  readonly trials?: string | number;
  readonly seconds?: string | number;
  readonly state?: string;
  readonly move?: string | number;
}

const STATE_HELP =
  'How parts and pins stand, the rest at rest: ID=on|off|pressed|near|dark,ID.PIN=high|low|read|floating';

const finish =
  (name: string) =>
  async (
    file: string,
    { json, out, seed, as, paper, panel, charge, touch, trials, seconds, move, state }: Options,
  ) => {
    // Loaded when a command has been understood: a wrong call is answered at once.
    const { runCommand } = await import('./commands.ts');
    const result = await runCommand(name, file, json === true, {
      ...(out === undefined ? {} : { out }),
      ...(seed === undefined ? {} : { seed: Number(seed) }),
      ...(as === undefined ? {} : { as }),
      ...(paper === undefined ? {} : { paper }),
      ...(panel === undefined ? {} : { panel: String(panel) }),
      ...(charge === undefined ? {} : { charge: String(charge) }),
      ...(touch === undefined ? {} : { touch: String(touch) }),
      ...(trials === undefined ? {} : { trials: String(trials) }),
      ...(seconds === undefined ? {} : { seconds: String(seconds) }),
      ...(state === undefined ? {} : { state: String(state) }),
      ...(move === undefined ? {} : { move: String(move) }),
    });
    process.stdout.write(result.output);
    process.stderr.write(result.error);
    process.exitCode = result.status;
  };

cli
  .command('validate <file>', 'Say whether a plan, part, backup or SVG file can be read, and what it holds')
  .option('--json', 'As JSON')
  .action(finish('validate'));
cli
  .command('check <file>', 'List findings')
  .option('--state <state>', STATE_HELP)
  .option('--json', 'As JSON')
  .action(finish('check'));
cli
  .command('simulate <file>', 'Lights, sources, pins, threads, shorts, hours, and how sure all that is')
  .option('--state <state>', STATE_HELP)
  .option('--charge <share>', 'Charge left in the cells, above 0 to 1')
  .option('--touch <ohm>', 'What touching threads let through, or "none"')
  .option('--trials <number>', 'Make the piece so many times over')
  .option('--seed <number>', 'Another seed, other trials', { default: 1 })
  .option('--json', 'As JSON')
  .action(finish('simulate'));
cli
  .command('route <file>', 'Propose all threads')
  .option('--out <file>', 'Write the plan with them')
  .option('--seed <number>', 'Another seed, another proposal', { default: 1 })
  .option('--seconds <number>', 'Look for so many processor seconds, above 0 to 60')
  .option('--move <mm>', 'Let holders, boards, sensors and switches be moved so far, 0 to 30')
  .option('--json', 'As JSON')
  .action(finish('route'));
cli
  .command('sheet <file>', 'Print the sewing sheet, the pattern or another print')
  .option('--out <file>', 'Where to write it; the ending says what it holds')
  .option(
    '--as <print>',
    'pattern, sheet, html, labels, pattern-svg, cutting, stitches-svg, stitches-json, gather or first-steps',
  )
  .option('--paper <paper>', 'a4, a3 or letter')
  .option('--panel <name>', 'Only what is about this panel, by its name or id')
  .action(finish('sheet'));
cli
  .command('netlist <file>', 'SPICE text of the sewn circuit')
  .option('--touch <ohm>', 'What touching threads let through, or "none"')
  .action(finish('netlist'));
cli
  .command('solve <file>', 'Operating point of a SPICE netlist')
  .option('--json', 'As JSON')
  .action(finish('solve'));
cli.help();

try {
  cli.parse(withValues(process.argv), { run: false });
  if (cli.matchedCommand === undefined && cli.options['help'] !== true) {
    process.stderr.write(
      'sashiko: name a command: validate, check, route, simulate, sheet, netlist or solve, then a file. See docs/cli.md.\n',
    );
    process.exitCode = 2;
  } else await cli.runMatchedCommand();
} catch (error) {
  process.stderr.write(`sashiko: ${callProblem(error)}\n`);
  process.exitCode = 2;
}
