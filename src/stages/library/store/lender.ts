import { z } from 'zod';
import { openUrl } from '@/core/holdings';
import type { BibRecord } from '@/core/record';
import { getOutside } from '@/platform/outside/get';

/** What another library's service answers. It is asked with an OpenURL, and says what it calls the request. */
const taken = z.object({ request: z.string().regex(/^[\w.-]{1,80}$/), promised: z.union([z.literal(''), z.iso.date()]).default('') });
const stands = z.object({
  state: z.enum(['asked', 'promised', 'sent', 'refused']),
  promised: z.union([z.literal(''), z.iso.date()]).default(''),
  why: z.string().max(300).default(''),
});
export type Stands = z.infer<typeof stands>;

/** An answer that is none of such a service. */
export class LenderFault extends Error {}

const BOUNDS = { bytes: 100_000, ms: 10_000 };
const PDF_BOUNDS = { bytes: 61 * 1024 * 1024, ms: 60_000 };

async function said<S extends z.ZodType>(address: string, schema: S): Promise<z.output<S>> {
  const { bytes } = await getOutside(address, BOUNDS);
  let json: unknown;
  try {
    json = JSON.parse(new TextDecoder().decode(bytes));
  } catch {
    throw new LenderFault('The other library’s service answered with something that is no answer to a request.');
  }
  const parsed = schema.safeParse(json);
  if (!parsed.success) throw new LenderFault('The other library’s service answered with something that is no answer to a request.');
  return parsed.data;
}
const below = (lender: string, path: string): string => {
  const url = new URL(lender);
  url.pathname = `${url.pathname.replace(/\/$/, '')}/${path}`;
  return url.href;
};

/** Asks for a work. @throws OutsideFault, LenderFault */
export function askFor(lender: string, record: BibRecord, asker: string, by: string): Promise<z.output<typeof taken>> {
  const url = new URL(openUrl(lender, record));
  if (asker) url.searchParams.set('req_id', asker);
  if (by) url.searchParams.set('needed_by', by);
  return said(url.href, taken);
}

/** How a request stands. @throws OutsideFault, LenderFault */
export const standsOf = (lender: string, request: string): Promise<Stands> => said(below(lender, request), stands);

/** The PDF that was sent. @throws OutsideFault */
export const sentPdf = async (lender: string, request: string): Promise<Uint8Array> =>
  (await getOutside(below(lender, `${request}.pdf`), PDF_BOUNDS)).bytes;
