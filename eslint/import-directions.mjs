/**
 * Imports run one way. Core folders may import any folder before them in this order, none after;
 * the other workspaces reach the core through its entries alone; in the web application no stage
 * imports another stage, and shared parts import no stage.
 */
import { dirname, posix, relative, resolve, sep } from 'node:path';

export const CORE_ORDER = [
  'units',
  'geometry',
  'drawing',
  'design',
  'solid',
  'strings',
  'outline',
  'parts',
  'neck',
  'layout',
  'shape',
  'balance',
  'wood',
  'templates',
  'cutting',
  'records',
  'derived',
  'findings',
  'mends',
  'compare',
  'files',
];
/** The whole core, the core without schemas, a folder's own part, and what is heavy and fetched by itself. */
const CORE_FILES = new Set([
  '@pelkin/core',
  '@pelkin/core/plain',
  '@pelkin/core/derived/long',
  '@pelkin/core/files/pdf',
  '@pelkin/core/solid/mesh',
  '@pelkin/core/neck/mesh',
  '@pelkin/core/files/dxf',
  '@pelkin/core/files/machineLayers',
]);
const CORE_FOLDERS = new Set([...CORE_ORDER, 'files/in', 'outline/tracing']);
const isCoreEntry = (specifier) =>
  CORE_FILES.has(specifier) || CORE_FOLDERS.has(specifier.slice('@pelkin/core/'.length));
/** web/src folders and what each may import beside itself. */
const WEB_MAY = {
  shared: [],
  design: ['board', 'shared', 'workers'],
  workers: [],
  board: ['shared'],
  nodes: ['board', 'design', 'shared', 'workers'],
  solids: ['board', 'design', 'shared'],
  woods: ['design', 'shared'],
  stages: ['board', 'design', 'nodes', 'shared', 'solids', 'woods', 'workers'],
  designs: ['board', 'design', 'shared', 'workers'],
  app: ['board', 'design', 'designs', 'shared', 'stages', 'workers'],
};

/** All that the frame may import of the stages: what one is, and their list. */
const STAGE_LIST = new Set(['stage.ts', 'all.ts']);

/** Why a file (a path from the root, with /) may not import the specifier; null when it may. */
export function refusal(file, specifier) {
  const isTest = /\.(test|spec)\.tsx?$/.test(file);
  if (specifier.startsWith('@pelkin/core')) {
    if (file.startsWith('core/')) return 'the core imports its own files by relative paths';
    return isCoreEntry(specifier) ? null : 'the core is reached through its entries alone';
  }
  if (!specifier.startsWith('.')) return null;
  const target = posix.normalize(posix.join(posix.dirname(file), specifier));
  const [space, src, folder] = file.split('/');
  const [targetSpace, targetSrc, targetFolder] = target.split('/');
  if (isTest || src !== 'src') return null;
  if (targetSpace !== space) return `${space} may not reach into ${targetSpace} by path`;
  if (targetSrc !== 'src') return null;
  if (space === 'core' && file.split('/').length > 3) {
    const [from, to] = [CORE_ORDER.indexOf(folder), CORE_ORDER.indexOf(targetFolder)];
    if (from < 0) return `core/src/${folder} is not in the order of folders`;
    if (to < 0) return `${folder} may not import the core's entries`;
    return to > from ? `${folder} comes before ${targetFolder}: imports run the other way` : null;
  }
  if (space === 'web' && file.split('/').length > 3) {
    if (!(folder in WEB_MAY)) return `web/src/${folder} is not a known folder`;
    if (folder === targetFolder) {
      const [a, b] = [file.split('/')[3], target.split('/')[3]];
      const inFolder = file.split('/').length > 4 && target.split('/').length > 4;
      return folder === 'stages' && inFolder && a !== b ? `stage ${a} may not import stage ${b}` : null;
    }
    if (folder === 'app' && targetFolder === 'stages')
      return STAGE_LIST.has(target.split('/').slice(3).join('/'))
        ? null
        : 'app maps over the stages: it imports their list and their type, no stage';
    return WEB_MAY[folder].includes(targetFolder) ? null : `${folder} may not import ${targetFolder}`;
  }
  return null;
}

const root = resolve(dirname(new URL(import.meta.url).pathname), '..');

export default {
  meta: { type: 'problem', schema: [], messages: { direction: 'Import direction: {{why}}.' } },
  create(context) {
    const file = relative(root, context.filename).split(sep).join('/');
    const check = (node) => {
      const specifier = node.source?.value;
      if (typeof specifier !== 'string') return;
      const why = refusal(file, specifier);
      if (why) context.report({ node, messageId: 'direction', data: { why } });
    };
    return {
      ImportDeclaration: check,
      ExportNamedDeclaration: check,
      ExportAllDeclaration: check,
      ImportExpression: check,
    };
  },
};
