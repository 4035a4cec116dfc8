/** @type {import('next').NextConfig} */
export default {
  serverExternalPackages: ['better-sqlite3'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // npm test checks types on its own, tests and tools included
  typescript: { ignoreBuildErrors: true },
};
