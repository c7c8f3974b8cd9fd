import { helpPages, type HelpPage, type HelpPlace } from '~/i18n/en/helpPages';

export type FoundHelp = HelpPage & { place: HelpPlace };

/**
 * What of the help speaks of a text: pages with the steps and states that hold all its words; whole
 * where the text is empty or the page itself is about it.
 */
export function findHelp(text: string): FoundHelp[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const holds = (...of: string[]) => {
    const all = of.join(' ').toLowerCase();
    return words.every((word) => all.includes(word));
  };
  return (Object.entries(helpPages) as [HelpPlace, HelpPage][]).flatMap(([place, page]) => {
    if (holds(page.title, page.what)) return [{ ...page, place }];
    const steps = page.steps.filter((step) => holds(step));
    const states = page.states.filter(([name, means]) => holds(name, means));
    return steps.length || states.length ? [{ ...page, place, steps, states }] : [];
  });
}
