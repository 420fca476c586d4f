import { SetStage } from '@/ui/stages/set/SetStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('set');
export default stagePage('set', SetStage);
