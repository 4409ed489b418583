# Fidens as a service: `docker build -f Containerfile -t fidens .`, or with podman. It is not root, and its file system may be read-only.
FROM node:22-bookworm-slim AS built
WORKDIR /fidens
COPY package.json package-lock.json ./
COPY core/package.json core/
COPY cli/package.json cli/
COPY server/package.json server/
COPY client/package.json client/
COPY e2e/package.json e2e/
COPY bench/package.json bench/
RUN npm ci
COPY . .
RUN node -e "import('./scripts/build.mjs').then(({ build }) => build())"

FROM node:22-bookworm-slim AS packages
WORKDIR /fidens
COPY package.json package-lock.json ./
COPY core/package.json core/
COPY server/package.json server/
RUN npm ci --omit=dev --workspace server --workspace core --include-workspace-root=false

FROM node:22-bookworm-slim
ENV NODE_ENV=production HOST=0.0.0.0 PORT=4310 FIDENS_APPLICATION=/fidens/client/dist TSX_DISABLE_CACHE=1
WORKDIR /fidens
COPY --from=packages /fidens/node_modules node_modules
COPY package.json tsconfig.base.json ./
COPY core core
COPY server server
COPY --from=built /fidens/client/dist client/dist
USER node
EXPOSE 4310
HEALTHCHECK --interval=15s --timeout=3s --start-period=30s \
  CMD ["node", "-e", "fetch('http://127.0.0.1:4310/health/ready').then(({ ok }) => process.exit(ok ? 0 : 1), () => process.exit(1))"]
CMD ["node", "--import", "tsx", "server/src/main.ts"]
