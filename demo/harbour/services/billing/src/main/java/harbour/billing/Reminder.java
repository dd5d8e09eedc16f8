package harbour.billing;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** What is still owed, and how firmly the office asks for it. */
public final class Reminder {
    private static final int FRIENDLY = 14;
    private static final int FIRM = 30;

    private final List letters = new ArrayList();

    public void add(BigDecimal owed) {
        // elvar waive compiler/unchecked until 2027-06-30 because letters are typed with the new printer
        letters.add(owed.setScale(2, BigDecimal.ROUND_HALF_UP));
    }

    public String tone(int daysLate) {
        switch (daysLate / FRIENDLY) {
            case 0:
                return "friendly";
            case 1:
                letters.clear();
            default:
                return daysLate > FIRM ? "firm" : "reminding";
        }
    }
}
