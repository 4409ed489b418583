import { useEffect, useState } from 'react';

/** What the links of messages do: finish an account, renew its password, or give it another e-mail. */
export type LinkUse = 'account' | 'password' | 'email';

interface OpenedLink {
  readonly use: LinkUse;
  readonly token: string;
}

/** The form of what is behind the `#`. It works once, so it may stand in the history. */
const LINK = /^#(account|password|email)=([\w-]+)$/;

/** Where the window was opened: what redirects has lost what is behind the `#`. */
const openedAddress =
  typeof window === 'undefined' || !window.location
    ? '/'
    : window.location.pathname + window.location.search + window.location.hash;

let wanted = openedAddress.startsWith('/sign-in') ? '/' : openedAddress;

/** Where to go once somebody has signed in: where the window was opened, or the term. */
export function wantedAddress(): string {
  return wanted;
}

/** Forgets where the window was opened, as somebody leaves: who signs in after them, in the same window, comes to the term. */
export function forgetWantedAddress(): void {
  wanted = '/';
}

function linkIn(address: string): OpenedLink | undefined {
  const [, use, token] = LINK.exec(address.slice(address.indexOf('#'))) ?? [];
  return use && token ? { use: use as LinkUse, token } : undefined;
}

/** The link that the window was opened with, where it does that. */
export function useOpenedLink(...uses: readonly LinkUse[]): OpenedLink | undefined {
  const [link] = useState(() => linkIn(openedAddress));
  useEffect(() => {
    // A link that is opened where a page stands already changes nothing but what is behind the #.
    const again = () => linkIn(window.location.hash) && window.location.reload();
    window.addEventListener('hashchange', again);
    return () => window.removeEventListener('hashchange', again);
  }, []);
  return link && uses.includes(link.use) ? link : undefined;
}
