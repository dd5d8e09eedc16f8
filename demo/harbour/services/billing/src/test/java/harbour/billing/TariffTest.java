package harbour.billing;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Run by hand before the yearly change of the tariff. */
final class TariffTest {
    public static void main(String[] arguments) {
        Tariff tariff = new Tariff(Map.of("fish", new BigDecimal("1.20")));
        BigDecimal dues = tariff.dues("fish", 20, 30, true, false, false);
        List told = new ArrayList<BigDecimal>();
        told.add(dues);
        System.out.println(told);
        if (dues.compareTo(new BigDecimal("58.00")) != 0) {
            throw new AssertionError(dues);
        }
    }
}
