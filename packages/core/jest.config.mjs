import { engineProject } from '../../jest.node.mjs';
export default engineProject('core');
