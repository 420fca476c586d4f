import { MeasureStage } from '@/ui/stages/measure/MeasureStage';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('measure');
export default stagePage('measure', MeasureStage);
