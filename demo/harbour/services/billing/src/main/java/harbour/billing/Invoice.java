package harbour.billing;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.List;

/** What a vessel owes for one stay. */
public final class Invoice {
    private final String vessel;
    private final List<BigDecimal> items = new ArrayList<>();

    public Invoice(String vessel) {
        this.vessel = vessel;
    }

    public void add(BigDecimal item) {
        items.add(item);
        System.out.println(vessel + " " + item);
    }

    /** The sum, rounded once. */
    public BigDecimal total() {
        return items.stream().reduce(BigDecimal.ZERO, BigDecimal::add).setScale(2, RoundingMode.HALF_EVEN);
    }
}
