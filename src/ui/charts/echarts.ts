import { CustomChart, LineChart } from 'echarts/charts';
import { AriaComponent, GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use as registerParts } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

// Only the parts in use, so that the chart's code stays small; loaded when the first chart is shown.
registerParts([CustomChart, LineChart, AriaComponent, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

export { init };
