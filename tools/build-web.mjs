// Builds the web application by Angular's own builder, as angular.json says; Angular's command line is not needed for that.
import { Architect } from '@angular-devkit/architect';
import { WorkspaceNodeModulesArchitectHost } from '@angular-devkit/architect/node/index.js';
import { json, logging, workspaces } from '@angular-devkit/core';
import { NodeJsSyncHost } from '@angular-devkit/core/node/index.js';
import { root } from './run.mjs';

const { workspace } = await workspaces.readWorkspace(root, workspaces.createWorkspaceHost(new NodeJsSyncHost()));
const registry = new json.schema.CoreSchemaRegistry();
registry.addPostTransform(json.schema.transforms.addUndefinedDefaults);
const architect = new Architect(new WorkspaceNodeModulesArchitectHost(workspace, root), registry);
const logger = new logging.Logger('web');
logger.subscribe(({ level, message }) => (level === 'error' || level === 'fatal' ? console.error(message) : console.log(message)));

const run = await architect.scheduleTarget({ project: 'web', target: 'build' }, { progress: false }, { logger });
const { success } = await run.result;
await run.stop();
process.exit(success ? 0 : 1);
