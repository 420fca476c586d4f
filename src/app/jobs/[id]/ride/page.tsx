import { RideStage } from '@/ui/stages/ride/RideStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('ride');
export default stagePage('ride', RideStage);
