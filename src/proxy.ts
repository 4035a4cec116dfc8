import { type NextRequest, NextResponse } from 'next/server';

/** Only this machine's own names reach the application, whatever a foreign name may resolve to. */
const localHosts = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/;

/** Strict content-security policy with a nonce for each page; refuses requests for other host names. */
export function proxy(request: NextRequest) {
  if (!localHosts.test(request.headers.get('host') ?? ''))
    return new NextResponse('Not here.', { status: 421 });
  const nonce = crypto.randomUUID().replaceAll('-', '');
  const dev = process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : '';
  const policy = [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev}`,
    "worker-src 'self' blob:",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('x-content-type-options', 'nosniff');
  response.headers.set('referrer-policy', 'no-referrer');
  response.headers.set('cross-origin-opener-policy', 'same-origin');
  return response;
}

export const config = { matcher: [{ source: '/((?!_next/static|_next/image|favicon).*)' }] };
