import type { RetrievalView } from '../queries/retrieval-view';
export type Log = RetrievalView['log'];
