import type { MetadataRoute } from 'next';

export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Plateau',
    short_name: 'Plateau',
    description: 'Backtest end-of-day rules on whole portfolios, always beside buy-and-hold.',
    id: '/',
    start_url: '/strategies',
    display: 'standalone',
    background_color: '#f6f1e5',
    theme_color: '#f6f1e5',
    icons: [
      { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
      { src: '/icon-192.png', sizes: '192x192', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png' },
      { src: '/icon-512.png', sizes: '512x512', type: 'image/png', purpose: 'maskable' },
    ],
  };
}
