import { Secret, TOTP } from 'otpauth';

const ISSUER = 'Lowtide';
const STEP_SECONDS = 30;

/** A new secret, with what an authenticator reads it from. */
export async function newSecondFactor(email: string): Promise<{ secret: string; uri: string; picture: string }> {
  const totp = totpOf(new Secret({ size: 20 }).base32, email);
  const uri = totp.toString();
  const { toString } = await import('qrcode');
  return { secret: totp.secret.base32, uri, picture: await toString(uri, { type: 'svg', margin: 1 }) };
}

/**
 * The time step whose code was typed: this one, or the one before or after for clocks that differ (RFC 6238, 5.2). Undefined where it
 * is none, or one that was used before.
 */
export function stepOfCode(
  secret: string,
  code: string,
  { now, used }: { readonly now: number; readonly used: number },
): number | undefined {
  const digits = code.replace(/\s/g, '');
  if (!/^\d{6}$/.test(digits) || !/^[A-Z2-7]{32,100}$/.test(secret)) return undefined;
  const delta = totpOf(secret, '').validate({ token: digits, timestamp: now, window: 1 });
  if (delta === null) return undefined;
  const step = Math.floor(now / 1_000 / STEP_SECONDS) + delta;
  return step > used ? step : undefined;
}

function totpOf(secret: string, label: string): TOTP {
  const facts = { algorithm: 'SHA1', digits: 6, period: STEP_SECONDS };
  return new TOTP({ issuer: ISSUER, label, ...facts, secret: Secret.fromBase32(secret) });
}
