import { randomUUID } from 'node:crypto';
import { betterAuth } from 'better-auth';
import { genericOAuth, twoFactor } from 'better-auth/plugins';
import type { Pool } from 'pg';
import { freshEm } from '../db/orm';
import { demoPeople } from './demo-people';
import { hashPassword, isPassword, LONGEST_PASSWORD, SHORTEST_PASSWORD } from './passwords';
import { signInPool } from './pool';
import { cookieSecret, ownOrigins, type RunSettings, runSettings } from './settings';

const DAY = 24 * 3600;
/** What the provider of an institution's sign-on is called in addresses and rows. */
export const INSTITUTION = 'institution';

/** The library wants to see columns for these; the database takes nothing in them. */
const LEFT_OUT_NAMES = {
  session: { ipAddress: 'ip_address', userAgent: 'user_agent' },
  account: {
    ...{ accessToken: 'access_token', refreshToken: 'refresh_token', idToken: 'id_token' },
    ...{ accessTokenExpiresAt: 'access_token_expires_at', refreshTokenExpiresAt: 'refresh_token_expires_at' },
  },
} as const;

/** Names of columns, where they are not the library's own. */
const COLUMNS = {
  user: { emailVerified: 'email_verified', createdAt: 'created_at', updatedAt: 'updated_at' },
  session: { userId: 'person_id', expiresAt: 'expires_at', createdAt: 'created_at', updatedAt: 'updated_at', ...LEFT_OUT_NAMES.session },
  account: {
    ...{ userId: 'person_id', providerId: 'provider_id', accountId: 'account_id', createdAt: 'created_at', updatedAt: 'updated_at' },
    ...LEFT_OUT_NAMES.account,
  },
  verification: { expiresAt: 'expires_at', createdAt: 'created_at', updatedAt: 'updated_at' },
  secondFactor: {
    ...{ userId: 'person_id', backupCodes: 'backup_codes', lockedUntil: 'locked_until' },
    failedVerificationCount: 'failed_verification_count',
  },
} as const;

/** Nothing about a person is kept but name and e-mail: what a browser or a provider tells beyond that is left out. */
const LEFT_OUT = {
  session: { ipAddress: null, userAgent: null },
  account: {
    ...{ accessToken: null, refreshToken: null, idToken: null, scope: null },
    ...{ accessTokenExpiresAt: null, refreshTokenExpiresAt: null },
  },
  user: { image: null },
};
const without = <T extends object>(left: T) => ({
  create: { before: async (row: object) => ({ data: { ...row, ...left } }) },
  update: { before: async (row: object) => ({ data: { ...row, ...left } }) },
});

function makeAuth(secret: string, { publicUrl, institution, demo }: RunSettings, pool: Pool) {
  return betterAuth({
    appName: 'Narrow Sieve',
    ...{ secret, database: pool, baseURL: publicUrl, basePath: '/api/people' },
    trustedOrigins: ownOrigins(),
    telemetry: { enabled: false },
    // Who tried what is nobody's business; faults are thrown, and logged where they are answered.
    logger: { disabled: true },
    // Who may have an account is said by links, which are ours; how often something is tried is counted by us.
    emailAndPassword: {
      ...{ enabled: true, disableSignUp: true, minPasswordLength: SHORTEST_PASSWORD, maxPasswordLength: LONGEST_PASSWORD },
      password: { hash: hashPassword, verify: isPassword },
    },
    rateLimit: { enabled: false },
    user: {
      ...{ modelName: 'person', fields: COLUMNS.user },
      additionalFields: {
        administrator: { type: 'boolean', input: false, defaultValue: false },
        demo: { type: 'boolean', input: false, defaultValue: false },
        closedAt: { type: 'date', input: false, required: false, fieldName: 'closed_at' },
      },
    },
    session: { modelName: 'person_session', fields: COLUMNS.session, expiresIn: 14 * DAY, updateAge: DAY },
    account: {
      ...{ modelName: 'person_credential', fields: COLUMNS.account, updateAccountOnSignIn: false },
      // Only an address that the institution has proved belongs to who is already here under it.
      accountLinking: { enabled: true, trustedProviders: [] },
    },
    verification: { modelName: 'person_verification', fields: COLUMNS.verification },
    databaseHooks: {
      session: without(LEFT_OUT.session),
      account: without(LEFT_OUT.account),
      user: without(LEFT_OUT.user),
    },
    advanced: {
      ...{ useSecureCookies: publicUrl.startsWith('https:'), cookiePrefix: 'narrow-sieve' },
      // Who is signed in is asked with every request: in one question.
      database: { generateId: () => randomUUID(), joins: true },
      // Addresses are not kept, so none is looked for.
      ipAddress: { disableIpTracking: true },
    },
    plugins: [
      twoFactor({
        issuer: 'Narrow Sieve',
        schema: {
          user: { fields: { twoFactorEnabled: 'two_factor_enabled' } },
          twoFactor: { modelName: 'second_factor', fields: COLUMNS.secondFactor },
        },
      }),
      ...(institution
        ? [
            genericOAuth({
              config: [
                {
                  ...{ providerId: INSTITUTION, clientId: institution.clientId, clientSecret: institution.clientSecret },
                  discoveryUrl: `${institution.issuer.replace(/\/$/, '')}/.well-known/openid-configuration`,
                  ...{ scopes: ['openid', 'profile', 'email'], pkce: true },
                },
              ],
            }),
          ]
        : []),
      ...(demo ? [demoPeople()] : []),
    ],
  });
}
export type Auth = ReturnType<typeof makeAuth>;

const shared = globalThis as typeof globalThis & { __narrowSieveAuth?: Promise<Auth> };

/** One a process. */
export function auth(): Promise<Auth> {
  shared.__narrowSieveAuth ??= (async () => {
    const secret = await cookieSecret(await freshEm());
    return makeAuth(secret, runSettings(), signInPool());
  })().catch((error) => {
    shared.__narrowSieveAuth = undefined;
    throw error;
  });
  return shared.__narrowSieveAuth;
}
