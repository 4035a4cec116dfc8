/** @type {import('next').NextConfig} */
export default {
  serverExternalPackages: [
    'better-sqlite3',
    'pdfkit',
    'svg-to-pdfkit',
    '@nats-io/jetstream',
    '@nats-io/nkeys',
    '@nats-io/obj',
    '@nats-io/transport-node',
  ],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // npm test checks types on its own, tests and tools included
  typescript: { ignoreBuildErrors: true },
};
