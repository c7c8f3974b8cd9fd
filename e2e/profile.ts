import { chromium, type BrowserContext, type LaunchOptions } from '@playwright/test';

/*
 * A browser with a profile on disk keeps what it compiled of the client: a page then needs half
 * the script time of one in a profile of its own. One profile a worker, as good as new for each test.
 */

/** A browser with a profile of its own, which goes with it. */
export const openProfile = (baseURL: string, launch: LaunchOptions, more: object) =>
  chromium.launchPersistentContext('', { ...launch, baseURL, ...more });

/**
 * Forgets what a test left: its pages, cookies and all that its origin stored. What the browser
 * fetched and compiled stays.
 */
export async function forget(profile: BrowserContext, origin: string): Promise<void> {
  const [blank, ...pages] = profile.pages();
  await Promise.all(pages.map((page) => page.close()));
  await profile.setOffline(false);
  await profile.unrouteAll();
  await profile.clearCookies();
  const devtools = await profile.newCDPSession(blank!);
  await devtools.send('Storage.clearDataForOrigin', {
    origin,
    storageTypes: 'local_storage,indexeddb,cache_storage,service_workers,file_systems',
  });
  await devtools.detach();
}
