import { LogSheet } from '@/ui/sheets/log/LogSheet';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('log');
export default stagePage('log', LogSheet);
