import type { OptionsObject, SnackbarMessage } from 'notistack';

let setStanding: () => void = () => undefined;
/** Settled once notices have a place on the page, which they get when the browser has nothing else to do. */
const standing = new Promise<void>((resolve) => {
  setStanding = resolve;
});

/** To be called when notices have their place. */
export const noticesStand = (): void => setStanding();

/** Tells the person something, with what can be done about it, once what it is about has been painted. */
export function notify(message: SnackbarMessage, options: OptionsObject = {}): void {
  void standing
    .then(() => import('notistack'))
    .then((module) => new Promise<typeof module>((resolve) => setTimeout(() => resolve(module))))
    .then(({ enqueueSnackbar }) => enqueueSnackbar(message, options));
}
