import { ValvesStage } from '@/ui/stages/valves/ValvesStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('valves');
export default stagePage('valves', ValvesStage);
