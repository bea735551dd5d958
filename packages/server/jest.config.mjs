import { nodeProject } from '../../jest.node.mjs';
export default nodeProject('server');
