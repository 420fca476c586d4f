/** The cautions of the trade, each at the step where the work can hurt somebody. Common practice; the maker's manual, local rules and licensed practice decide. */
export const CAUTIONS = {
  lifting: 'Stand the machine on a secured stand before lifting or pressing it; a second person holds it.',
  springs:
    'A compressed spring holds more than half a tonne. Use a rated compressor with its guard, and never stand in line with the spring.',
  caps: 'Fork caps fly when the last thread lets go. Cover them and wear eye protection.',
  gas: 'Nitrogen only. Release the gas before opening; never heat or drill a charged body.',
  brakes: 'Support the calipers, never hang them by the hose. Change nothing on brake-operated parts without the maker and local law.',
  torque: 'The maker’s manual decides every torque. Record what the wrench showed and where the figure came from.',
  mass: 'Never above the plated mass or an axle’s limit, whatever the spring.',
  oil: 'Spent oil goes to disposal by local rules.',
  afterwards: 'After any change: a bed-in ride, then check every torque again.',
  licence: 'Mavrin advises a trained technician. It does not replace the service manual or licensed practice.',
} as const;
