/** Plans which barge lies at which berth, and when. */
package hollowmere.planner;
