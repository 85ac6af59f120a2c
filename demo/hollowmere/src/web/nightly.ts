import { allocate } from '../berths/allocation';
import { berthDues } from '../berths/dues';
import { nextInQueue } from '../berths/queue';
import { isOverdue } from '../fleet/inspection';
import { Pusher } from '../fleet/pusher';
import { depthAtKilometre } from '../gauging/interpolation';
import { dailyMeans } from '../gauging/series';
import { reconcile } from '../ledger/reconcile';
import { statement } from '../ledger/statement';
import { yearEnd } from '../ledger/yearEnd';
import { Dispatcher } from '../notices/dispatch';
import { lastPassage } from '../voyages/waypoints/passage';

/** What runs through the night, under the names by which the night clerk starts it. */
export const nightWork = {
  allocate,
  'berth dues': berthDues,
  queue: nextInQueue,
  inspections: isOverdue,
  depths: depthAtKilometre,
  'daily means': dailyMeans,
  reconcile,
  statement,
  'year end': yearEnd,
  'last passage': lastPassage,
};

/** Crafts that may be out at night, and the one that sends notices meanwhile. */
export const nightCrew = { pusher: Pusher, dispatcher: Dispatcher };
