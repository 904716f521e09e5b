module.exports = 'asset';
