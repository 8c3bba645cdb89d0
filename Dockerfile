# One application server, built; its database is another's (DATABASE_URL). See docs/larger.md.
FROM node:20-bookworm-slim
ENV NEXT_TELEMETRY_DISABLED=1 NODE_ENV=production
WORKDIR /app
COPY . .
# Installs what package-lock.json names, bundles the core, builds.
RUN node scripts/build.mjs && mkdir -p .private && chown -R node:node /app
USER node
# Letters, certificates and logs; nothing that is kept of a client.
VOLUME /app/.private
ENV HOST=0.0.0.0 PORT=3000
EXPOSE 3000
HEALTHCHECK --interval=15s --timeout=6s --start-period=120s \
  CMD node -e "process.env.NODE_TLS_REJECT_UNAUTHORIZED='0';fetch('https://127.0.0.1:3000/api/health').then((r)=>process.exit(r.ok?0:1),()=>process.exit(1))"
CMD ["node", "scripts/start.mjs"]
