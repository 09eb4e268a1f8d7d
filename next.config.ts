import type { NextConfig } from 'next';

const config: NextConfig = {
  // Server-only packages are loaded at run time, never bundled.
  serverExternalPackages: [
    '@mikro-orm/core',
    '@mikro-orm/knex',
    '@mikro-orm/postgresql',
    'knex',
    'pg',
    'pg-boss',
    'pg-copy-streams',
    'pdfjs-dist',
    'docx',
    'write-excel-file',
    'pino',
    'sharp',
    'citeproc',
    'yazl',
    'yauzl',
    'piscina',
  ],
  // "npm test" checks types, faster; a start should not wait for it again.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  agentRules: false,
  distDir: process.env.NEXT_DIST_DIR ?? '.next',
  // Browsers ask for this one whatever the page says.
  rewrites: async () => [{ source: '/favicon.ico', destination: '/icon.svg' }],
  experimental: { serverActions: { bodySizeLimit: '2mb' } },
};

export default config;
