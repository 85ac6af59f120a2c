import { submitManifest } from '../desk/forms/manifestForm';
import { submitPayment } from '../desk/forms/paymentForm';
import { submitVoyage } from '../desk/forms/voyageForm';
import { choose } from '../desk/menu';
import { BerthBoardScreen } from '../desk/screens/berthBoard';
import { CrewRoomScreen } from '../desk/screens/crewRoom';
import { WaterTableScreen } from '../desk/screens/waterTable';

/** The counter as skippers see it through the web: the clerks' menu, the forms, and the boards on the wall. */
export const counter = {
  choose,
  forms: { submitManifest, submitPayment, submitVoyage },
  boards: [BerthBoardScreen, CrewRoomScreen, WaterTableScreen],
};
