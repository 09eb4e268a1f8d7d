export { claimsText, type PackedClaims, packClaims, unpackClaims } from './claims';
export { areCurrentColumns, decodeColumns, encodeColumns } from './columns';
export { type Cell, copyLine, copyText, JsonText } from './copy-text';
export { fingerprint, OtherForm } from './form';
export { MERGE_RULE_SET, RULE_SET } from './rule-set';
