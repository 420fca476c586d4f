import { GroundSheet } from '@/ui/sheets/ground/GroundSheet';
import { stageMetadata, stagePage } from '../stage';

export const dynamic = 'force-dynamic';
export const generateMetadata = stageMetadata('ground');
export default stagePage('ground', GroundSheet);
