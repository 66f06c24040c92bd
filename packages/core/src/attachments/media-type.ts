/** The largest file that is kept. */
export const MOST_FILE_BYTES = 20 * 1024 * 1024;

/** What a browser shows by itself and can do no harm with. */
const SHOWN: Readonly<Record<string, 'picture' | 'page'>> = {
  'image/png': 'picture',
  'image/jpeg': 'picture',
  'image/gif': 'picture',
  'image/webp': 'picture',
  'application/pdf': 'page',
  'text/plain': 'page',
  'text/csv': 'page',
  'application/xml': 'page',
  'text/xml': 'page',
};

/** How a file of a media type is shown: as a picture, as a page, or not at all. */
export function shownAs(mediaType: string): 'picture' | 'page' | 'not shown' {
  return SHOWN[mediaType.toLowerCase().split(';')[0]?.trim() ?? ''] ?? 'not shown';
}

/** The media type it is sent as: what could run is sent as text or as bytes. */
export function sentAs(mediaType: string): string {
  const plain = mediaType.toLowerCase().split(';')[0]?.trim() ?? '';
  if (shownAs(plain) === 'not shown') return 'application/octet-stream';
  return plain.startsWith('text/') || plain === 'application/xml' ? 'text/plain; charset=utf-8' : plain;
}
