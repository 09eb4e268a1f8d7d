import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

/** Somebody who may sign in. Of a person nothing is kept but name and e-mail; a closed account keeps the name alone. */
export const PersonRow = defineEntity({
  name: 'PersonRow',
  tableName: 'person',
  properties: {
    id: p.uuid().primary(),
    name: p.string().length(120),
    /** In lower case; of a closed account an address that leads nowhere. */
    email: p.string().length(254).unique(),
    emailVerified: p.boolean().default(false),
    administrator: p.boolean().default(false),
    twoFactorEnabled: p.boolean().default(false),
    /** One of the people of the demo: anybody at this machine may be them, as long as the demo runs. */
    demo: p.boolean().default(false),
    closedAt: p.datetime().nullable(),
    /** The sign-in library wants to see it; nothing may stand in it. */
    image: p.text().nullable(),
    createdAt: p.datetime(),
    updatedAt: p.datetime(),
  },
});
export type PersonRow = InferEntity<typeof PersonRow>;

/** A browser in which somebody is signed in. */
export const PersonSession = defineEntity({
  name: 'PersonSession',
  properties: {
    id: p.uuid().primary(),
    personId: p.uuid().index(),
    token: p.string().length(120).unique(),
    expiresAt: p.datetime(),
    /** The sign-in library wants to see these; nothing may stand in them. */
    ipAddress: p.text().nullable(),
    userAgent: p.text().nullable(),
    createdAt: p.datetime(),
    updatedAt: p.datetime(),
  },
});

/** How a person proves who they are: a password, or an institution's sign-on. */
export const PersonCredential = defineEntity({
  name: 'PersonCredential',
  properties: {
    id: p.uuid().primary(),
    personId: p.uuid().index(),
    /** "credential" for a password. */
    providerId: p.string().length(60),
    accountId: p.string().length(400),
    /** argon2id; null for an institution's sign-on. */
    password: p.text().nullable(),
    /** The sign-in library wants to see these; nothing may stand in them. */
    accessToken: p.text().nullable(),
    refreshToken: p.text().nullable(),
    idToken: p.text().nullable(),
    scope: p.text().nullable(),
    accessTokenExpiresAt: p.datetime().nullable(),
    refreshTokenExpiresAt: p.datetime().nullable(),
    createdAt: p.datetime(),
    updatedAt: p.datetime(),
  },
});

/** What the sign-in library keeps between two requests: a sign-on that was begun, a second factor that is awaited. */
export const PersonVerification = defineEntity({
  name: 'PersonVerification',
  properties: {
    id: p.uuid().primary(),
    identifier: p.string().length(400).index(),
    value: p.text(),
    expiresAt: p.datetime(),
    createdAt: p.datetime(),
    updatedAt: p.datetime(),
  },
});

/** A second factor by time-based codes; secrets are encrypted by the application's own. */
export const SecondFactor = defineEntity({
  name: 'SecondFactor',
  properties: {
    id: p.uuid().primary(),
    personId: p.uuid().index(),
    secret: p.text(),
    backupCodes: p.text(),
    verified: p.boolean().default(true),
    failedVerificationCount: p.integer().default(0),
    lockedUntil: p.datetime().nullable(),
  },
});

/** How often something was tried: addresses and e-mails stand here only as fingerprints. */
export const TriedRow = defineEntity({
  name: 'TriedRow',
  tableName: 'tried',
  properties: {
    key: p.string().length(255).primary(),
    points: p.integer(),
    expire: p.bigint('number').nullable(),
  },
});

/** What the installation needs to know of itself, such as the secret that signs cookies. */
export const SettingRow = defineEntity({
  name: 'SettingRow',
  tableName: 'setting',
  properties: { key: p.string().length(40).primary(), value: p.text() },
});

/** What people can be in a review; each may do what those after it may. */
export const ROLES = ['owner', 'editor', 'reviewer', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/** Who belongs to a review, and as what. Who left is not here; what they did keeps their name. */
export const Membership = defineEntity({
  name: 'Membership',
  properties: {
    reviewId: p.uuid().primary(),
    personId: p.uuid().primary().index(),
    role: p.enum([...ROLES]),
    since: p.datetime(),
  },
});
export type Membership = InferEntity<typeof Membership>;

/** Where somebody was last in a review, so that they go on there: an address below the review's. */
export const PersonPlace = defineEntity({
  name: 'PersonPlace',
  properties: {
    reviewId: p.uuid().primary(),
    personId: p.uuid().primary(),
    path: p.string().length(600),
    /** The work that is on the screen, while it is. */
    workNo: p.integer().nullable(),
    at: p.datetime(),
  },
});

/** A link that can be used once: to make the first account or another, to join a review, to set a new password. */
export const OneTimeLink = defineEntity({
  name: 'OneTimeLink',
  properties: {
    /** SHA-256 of the word in the link: who reads the database cannot use it. */
    hash: p.string().length(64).primary(),
    kind: p.enum(['administrator', 'account', 'review', 'password'] as const),
    reviewId: p.uuid().nullable().index(),
    role: p.enum([...ROLES]).nullable(),
    /** Whose password it sets. */
    personId: p.uuid().nullable(),
    /** Who is meant, in the words of who made it. */
    label: p.string().length(254),
    madeBy: p.uuid().nullable(),
    madeAt: p.datetime(),
    expiresAt: p.datetime(),
    usedAt: p.datetime().nullable(),
  },
});
export type OneTimeLink = InferEntity<typeof OneTimeLink>;

/** Where a review lies that is not in the database that people sign in at. It is no table of the review's own. */
export const ReviewPlace = defineEntity({
  name: 'ReviewPlace',
  properties: { review: p.uuid().primary(), server: p.string().length(40) },
});
