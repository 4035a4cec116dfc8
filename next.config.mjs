/** @type {import('next').NextConfig} */
export default {
  serverExternalPackages: ['better-sqlite3', 'pdfkit', 'svg-to-pdfkit'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // npm test checks types on its own, tests and tools included
  typescript: { ignoreBuildErrors: true },
};
