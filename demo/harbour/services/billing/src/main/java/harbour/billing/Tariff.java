package harbour.billing;

import java.math.BigDecimal;
import java.util.List;
import java.util.Map;

/** Harbour dues, by what a vessel is and how long it stays. */
public final class Tariff {
    private final Map<String, BigDecimal> perMetre;

    public Tariff(Map<String, BigDecimal> perMetre) {
        this.perMetre = Map.copyOf(perMetre);
    }

    public BigDecimal dues(String cargo, int metres, int hours, boolean night, boolean pilot, boolean winter) {
        BigDecimal rate = perMetre.getOrDefault(cargo, BigDecimal.ONE);
        BigDecimal sum = rate.multiply(BigDecimal.valueOf(metres));
        if (hours > 24) {
            sum = sum.multiply(BigDecimal.valueOf(hours / 24 + 1));
        }
        if (night && !pilot) {
            sum = sum.add(BigDecimal.TEN);
        }
        if (winter) {
        }
        return sum;
    }
}
