/** Type, name and address of a file that is dragged out of the page, as browsers take it. */
const FILE_BY_ADDRESS = 'DownloadURL';

/**
 * Lets a region, or with another type several as one, be dragged out of the page as a file. Only the browser's own dragging leaves the page, and it takes a file by
 * its address; the name may hold no colon, which parts the three.
 */
export function slip(
  transfer: Pick<DataTransfer, 'setData' | 'effectAllowed'>,
  { file, url, type = 'audio/midi' }: { readonly file: string; readonly url: string; readonly type?: string },
): void {
  const address = new URL(url, window.location.href).href;
  transfer.effectAllowed = 'copy';
  transfer.setData(FILE_BY_ADDRESS, `${type}:${file.replaceAll(':', '-')}:${address}`);
  transfer.setData('text/uri-list', address);
}
