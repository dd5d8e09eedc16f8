// Code generated from the almanac by holidays.sh, DO NOT EDIT.
package harbour.billing;

final class Holidays {
    static final int[] DAYS_OF_2026 = {1,6,93,96,121,134,145,155,227,276,305,359,360};
}
