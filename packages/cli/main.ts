import { CommanderError } from 'commander';
import { Problem, problemData } from '@wold/core/problem';
import { helpers } from './helpers';
import { EXIT, program } from './program';

try {
  await program({
    say: line => console.log(line),
    warn: line => console.error(line),
    helpers,
  }).parseAsync();
} catch (thrown) {
  if (thrown instanceof CommanderError) {
    // Help that was asked for is no mistake.
    process.exitCode = thrown.exitCode === 0 ? EXIT.done : EXIT.usage;
  } else {
    const { what, where, remedy } = problemData(thrown);
    console.error(
      `${where === null ? '' : `${where}: `}${what}\n${thrown instanceof Problem ? remedy : ''}`.trim(),
    );
    process.exitCode = EXIT.problem;
  }
}
