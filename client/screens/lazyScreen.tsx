import { lazy, Suspense, useState, type ComponentType, type JSX } from 'react';
import { loadParts } from '~/ui/ahead';
import { Loading } from '~/ui/Notes';

type NameOf<M> = { [K in keyof M]: M[K] extends ComponentType<never> ? K : never }[keyof M];
type PropsOf<S> = S extends ComponentType<infer P> ? P & JSX.IntrinsicAttributes : never;
type Load<M = unknown> = () => Promise<M>;

/** Modules of screens: null until they are here. */
const modules = new Map<Load, unknown>();

async function arrive<M>(load: Load<M>): Promise<M> {
  const module = await load();
  modules.set(load, module);
  return module;
}

/**
 * A screen that is loaded when it is first shown: one of a module's, which is a file of its own to
 * the browser. Screens of one module come together; of a module that is here, a screen is shown at
 * once, so that a key pressed on the way to it is not lost.
 * @param load imports the module
 */
export function lazyScreen<M, K extends NameOf<M> & string>(load: Load<M>, name: K) {
  type Props = PropsOf<M[K]>;
  const screenOf = (module: M) => module[name] as ComponentType<Props>;
  if (!modules.has(load)) modules.set(load, null);
  const Loaded = lazy(async () => ({ default: screenOf(await arrive(load)) }));
  function LazyScreen(props: Props) {
    // Kept as it was when it was first shown: another way later would begin the screen anew.
    const [here] = useState(modules.get(load) as M | null);
    if (here) {
      const Here = screenOf(here);
      return <Here {...props} />;
    }
    return (
      <Suspense fallback={<Loading />}>
        <Loaded {...props} />
      </Suspense>
    );
  }
  LazyScreen.displayName = name;
  return LazyScreen;
}

/** Loads the screens that are not here yet, one module after the other, while nothing else happens. */
export async function loadAhead(): Promise<void> {
  for (const [load, module] of modules) {
    // Without network it is tried again when the screen is shown.
    if (module === null) await arrive(load).catch(() => undefined);
  }
  await loadParts();
}
