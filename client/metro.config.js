const { getDefaultConfig } = require('expo/metro-config');

const config = getDefaultConfig(__dirname);

// While developing, the application comes from Metro and its data from the server, on one address as in real use.
const api = process.env.FIDENS_API;
if (api) {
  const { createProxyMiddleware } = require('http-proxy-middleware');
  const proxy = createProxyMiddleware({ target: api, pathFilter: '/api' });
  config.server.enhanceMiddleware = (metro) => (request, response, next) =>
    proxy(request, response, () => metro(request, response, next));
}

module.exports = config;
