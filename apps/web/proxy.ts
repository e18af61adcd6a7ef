// The content security policy of every page: only our own scripts, each inline one marked with this answer's nonce.

import { type NextRequest, NextResponse } from 'next/server';

export function proxy(request: NextRequest): NextResponse {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const development = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    // React's development build evaluates code to show server stacks; the built app never does.
    `script-src 'self' 'nonce-${nonce}'${development ? " 'unsafe-eval'" : ''}`,
    "worker-src 'self'",
    // Charts and the editor set positions as style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    // The printed report has its fonts inside.
    "font-src 'self' data:",
    `connect-src 'self'${development ? ' ws:' : ''}`,
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

export const config = { matcher: ['/((?!_next/static|_next/image|feed/|sw.js|icon.svg).*)'] };
