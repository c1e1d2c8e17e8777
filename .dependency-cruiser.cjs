/**
 * The house's floors: settings, raster, geometry -> text -> format -> machine -> material -> the six stages -> rehearse -> job -> runner -> contract, decode -> server, web, cli. An
 * import never runs upward, a stage never imports another stage, nothing imports a package's inside.
 */
const core = '^packages/core/src';
const stages = ['square', 'ink', 'line', 'piece', 'prove', 'handoff'];
const tests = '\\.spec\\.ts$|/testing/';
const floor = (name, from, above) => ({
  name,
  severity: 'error',
  from: { path: `${core}/${from}/`, pathNot: tests },
  to: { path: `${core}/(${above.join('|')})/` },
});

/**
 * Floors of the page, bottom to top: what knows of no job; the workers; drawing and how things are looked at; what comes in; the job with
 * all that is done to it; the bench and what stands around it; the stages; the pages.
 */
const FLOORS = [
  ['shared'],
  ['engine'],
  ['drawing'],
  ['view'],
  ['intake'],
  ['job'],
  ['bench', 'facts', 'strip', 'rehearsal'],
  ['stages'],
  ['pages'],
];
const page = '^packages/web/src/app';
const pageFloors = FLOORS.flatMap((rooms, level) =>
  rooms.map((room) => {
    const others = [...rooms.filter((other) => other !== room), ...FLOORS.slice(level + 1).flat()];
    return {
      name: `page-${room}-looks-down`,
      severity: 'error',
      from: { path: `${page}/${room}/`, pathNot: tests },
      to: { path: `${page}/(${others.join('|') || 'none'})/` },
    };
  }),
);

module.exports = {
  forbidden: [
    ...pageFloors,
    { name: 'no-circular', severity: 'error', from: { pathNot: tests }, to: { circular: true } },
    floor('settings-are-at-the-bottom', 'settings', [
      'raster',
      'geometry',
      'text',
      'format',
      ...stages,
      'machine',
      'material',
      'rehearse',
      'job',
    ]),
    floor('raster-is-at-the-bottom', 'raster', ['geometry', 'text', 'format', ...stages, 'job']),
    floor('geometry-is-at-the-bottom', 'geometry', [
      'raster',
      'text',
      'format',
      'machine',
      'material',
      ...stages,
      'rehearse',
      'job',
    ]),
    floor('text-is-below-the-formats', 'text', [
      'raster',
      'format',
      'machine',
      'material',
      ...stages,
      'rehearse',
      'job',
    ]),
    floor('format-is-below-the-stages', 'format', ['machine', 'material', ...stages, 'rehearse', 'job']),
    // What a tool does, and what it leaves, is the same for a piece that is proven and for a file that is rehearsed.
    floor('machine-is-below-material', 'machine', ['material', ...stages, 'rehearse', 'job']),
    floor('material-is-below-the-stages', 'material', [...stages, 'rehearse', 'job']),
    ...stages.map((stage) =>
      floor(`${stage}-stands-alone`, stage, [
        ...stages.filter((other) => other !== stage),
        'rehearse',
        'job',
      ]),
    ),
    // A machine knows what it is set up for, and nothing of what was handed off but its bytes.
    floor('rehearse-is-above-prove', 'rehearse', [...stages.filter((stage) => stage !== 'prove'), 'job']),
    {
      name: 'core-knows-no-host',
      severity: 'error',
      from: { path: core, pathNot: tests },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-knows-nobody',
      severity: 'error',
      from: { path: core },
      to: { path: '^packages/(runner|contract|decode|server|web|cli)/' },
    },
    {
      name: 'contract-knows-only-the-core',
      severity: 'error',
      from: { path: '^packages/contract/' },
      to: { path: '^packages/(runner|decode|server|web|cli)/' },
    },
    {
      name: 'runner-knows-only-the-core',
      severity: 'error',
      from: { path: '^packages/runner/' },
      to: { path: '^packages/(contract|decode|server|web|cli)/' },
    },
    {
      name: 'runner-knows-no-host',
      severity: 'error',
      from: { path: '^packages/runner/src', pathNot: tests },
      to: { dependencyTypes: ['core', 'npm'] },
    },
    {
      name: 'decoding-knows-only-core-and-runner',
      severity: 'error',
      from: { path: '^packages/decode/' },
      to: { path: '^packages/(contract|server|web|cli)/' },
    },
    {
      name: 'pages-decode-by-themselves',
      severity: 'error',
      from: { path: '^packages/web/' },
      to: { path: '^packages/decode/' },
    },
    {
      name: 'tops-do-not-know-each-other',
      severity: 'error',
      from: { path: '^packages/(server|web|cli)/' },
      to: { path: '^packages/(server|web|cli)/', pathNot: '^packages/$1/' },
    },
    {
      name: 'packages-by-their-index',
      severity: 'error',
      from: { path: '^packages/([^/]+)/' },
      to: { path: '^packages/[^/]+/src/(?!(index|wire)\\.ts$)', pathNot: '^packages/$1/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|node_modules/\\.cache)/' },
    tsConfig: { fileName: 'tsconfig.tools.json' },
    tsPreCompilationDeps: true,
    combinedDependencies: true,
  },
};
