/** Stands in for the framework's router in tests of hooks: what it was asked is kept. */
export const asked: string[] = [];
const router = {
  refresh: () => asked.push('refresh'),
  push: (to: string) => asked.push(`push ${to}`),
  replace: (to: string) => asked.push(`replace ${to}`),
};
export const useRouter = () => router;
export const usePathname = () => window.location.pathname;
export const useSearchParams = () => new URLSearchParams(window.location.search);
