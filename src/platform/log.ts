import pino from 'pino';

/** What happens, as lines of JSON on standard error: standard output belongs to whoever started the process. */
export const log = pino(
  { name: 'narrow-sieve', level: process.env.LOG_LEVEL ?? 'info', base: undefined, serializers: { error: pino.stdSerializers.err } },
  pino.destination({ dest: 2, sync: true }),
);
