import { SpringsStage } from '@/ui/stages/springs/SpringsStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('springs');
export default stagePage('springs', SpringsStage);
