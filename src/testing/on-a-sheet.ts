import { type Claim, ClaimSheet } from '@/core/classify';

/** The claims that something adds to an empty sheet. */
export function onASheet(add: (sheet: ClaimSheet) => unknown): Claim[] {
  const sheet = new ClaimSheet();
  add(sheet);
  return sheet.claims();
}
