/** Rooms are layers. Asked apart from the other rules, without tests: those look at a room from above. */
const { options } = require('./.dependency-cruiser.cjs');
const ROOM = '^packages/(core|server|web)/src/[^/]+$';
module.exports = {
  forbidden: [
    {
      name: 'rooms-are-layers',
      severity: 'error',
      comment: 'Of two rooms one may know the other, straight or through others; what both need is a room below them.',
      scope: 'folder',
      from: { path: ROOM },
      to: { path: ROOM, circular: true },
    },
  ],
  options: { ...options, exclude: { path: '/dist/|\\.test\\.|\\.spec\\.' } },
};
