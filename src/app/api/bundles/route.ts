import { bodyOf, nameOf } from '@/platform/http/file-body';
import { route } from '@/platform/http/review-route';
import { readBundle } from '@/stages/review/bundle/in-child';

/** PUT a bundle: the review in it becomes one of ours, all of it or nothing. */
export const PUT = route('edit', (_ctx, _params, request) => readBundle(nameOf(request, 'bundle'), bodyOf(request)));
