import type { Response } from 'express';

export const PDF = 'application/pdf';
export const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** A file as it is sent. */
export interface MadeFile {
  /** Its media type. */
  readonly type: string;
  readonly name: string;
  /** Opened in the page; else it is saved. */
  readonly isShown?: boolean;
  readonly body: string | Uint8Array;
}

/** Sends a file under its name, never as anything but what it says it is. */
export function sendFile(res: Response, { type, name, isShown = false, body }: MadeFile): void {
  res.attachment(name);
  const named = String(res.getHeader('content-disposition'));
  res
    .set('Content-Disposition', isShown ? named.replace(/^attachment/, 'inline') : named)
    .set('X-Content-Type-Options', 'nosniff')
    .type(type)
    .send(typeof body === 'string' ? body : Buffer.from(body.buffer, body.byteOffset, body.byteLength));
}
