import { router } from '~/router';

/** Of browsers that have it: which pages of this origin the tab has been to. */
type WithNavigation = { navigation?: { canGoBack: boolean } };

/**
 * Goes back as the browser does, which finds a page as it was; the router alone forgets what stood beside a list once it
 * has been to another place. A page that a tab began with leads to the one above it.
 */
export function goBack(above: string): void {
  const { navigation } = window as WithNavigation;
  if (navigation?.canGoBack) window.history.back();
  else if (!navigation && router.canGoBack()) router.back();
  else router.replace(above as never);
}
