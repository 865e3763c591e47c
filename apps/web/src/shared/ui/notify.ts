import type { OptionsObject, SnackbarKey, SnackbarMessage } from 'notistack';

let setStanding: () => void = () => undefined;
/** Settled once notices have a place on the page, which they get when the browser has nothing else to do. */
const standing = new Promise<void>((resolve) => {
  setStanding = resolve;
});

/** To be called when notices have their place. */
export const noticesStand = (): void => setStanding();

/** Notices that go by themselves. */
const passing = new Set<SnackbarKey>();

/** Tells the person something, with what can be done about it, once what it is about has been painted. */
export function notify(message: SnackbarMessage, options: OptionsObject = {}): void {
  void standing
    .then(() => import('notistack'))
    .then((module) => new Promise<typeof module>((resolve) => setTimeout(() => resolve(module))))
    .then(({ enqueueSnackbar }) => {
      const key = enqueueSnackbar(message, options);
      if (!options.persist) passing.add(key);
    });
}

/** Takes notices off the page that would go by themselves: what they tell of is no longer so. */
export function dismissNotices(): void {
  const keys = [...passing];
  passing.clear();
  if (keys.length)
    void import('notistack').then(({ closeSnackbar }) => keys.forEach((key) => closeSnackbar(key)));
}
