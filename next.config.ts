import type { NextConfig } from 'next';

const root = import.meta.dirname;

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'pg'],
  turbopack: { root },
  outputFileTracingRoot: root,
  devIndicators: false,
  poweredByHeader: false,
};

export default config;
