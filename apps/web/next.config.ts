import type { NextConfig } from 'next';

const config: NextConfig = {
  transpilePackages: ['@plateau/core', '@plateau/files', '@plateau/skerry'],
  poweredByHeader: false,
  // What a component shows is made anew only where what it is made of has changed.
  reactCompiler: true,
  devIndicators: false,
  typescript: { ignoreBuildErrors: true }, // `npm run types` checks the whole house at once
  redirects: async () => [{ source: '/', destination: '/strategies', permanent: false }],
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
        { key: 'Cross-Origin-Embedder-Policy', value: 'require-corp' },
        { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        { key: 'Permissions-Policy', value: 'camera=(), microphone=(), geolocation=()' },
      ],
    },
  ],
};

export default config;
