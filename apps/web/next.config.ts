import type { NextConfig } from 'next';
import { PHASE_DEVELOPMENT_SERVER } from 'next/constants';
import { buildFolder, buildName } from './build-name.mjs';

const config: NextConfig = {
  generateBuildId: () => buildName,
  // Where the server finds its service worker.
  env: { BUILD_FOLDER: buildFolder },
  transpilePackages: ['@plateau/core', '@plateau/files', '@plateau/skerry'],
  poweredByHeader: false,
  // What a component shows is made anew only where what it is made of has changed.
  reactCompiler: true,
  experimental: {
    // Halves the time of a build.
    turbopackRustReactCompiler: true,
    // Of use to a second build in the same folder only, and larger than all else in it.
    turbopackFileSystemCacheForBuild: false,
  },
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

export default (phase: string): NextConfig =>
  phase === PHASE_DEVELOPMENT_SERVER ? config : { ...config, distDir: buildFolder };
