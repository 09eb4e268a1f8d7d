import type { NextConfig } from 'next';

const DEV = process.env.NODE_ENV === 'development';

/** Nothing leaves the machine: scripts, styles, fonts and requests come from here only. Next writes inline scripts. */
const POLICY = [
  "default-src 'self'",
  `script-src 'self' 'unsafe-inline'${DEV ? " 'unsafe-eval'" : ''}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self'",
  `connect-src 'self'${DEV ? ' ws:' : ''}`,
  "worker-src 'self' blob:",
  "object-src 'none'",
  "base-uri 'self'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ');

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
  ],
  // "npm test" checks types, faster; a start should not wait for it again.
  typescript: { ignoreBuildErrors: true },
  poweredByHeader: false,
  agentRules: false,
  distDir: process.env.NEXT_DIST_DIR ?? '.next',
  // Browsers ask for this one whatever the page says.
  rewrites: async () => [{ source: '/favicon.ico', destination: '/icon.svg' }],
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'Content-Security-Policy', value: POLICY },
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
    // A PDF is shown inside a page of ours, by the browser's own viewer.
    { source: '/api/reviews/:id/pdf/:pdf', headers: [{ key: 'Content-Security-Policy', value: "frame-ancestors 'self'" }] },
  ],
  experimental: { serverActions: { bodySizeLimit: '2mb' } },
};

export default config;
