package oakmirror.cli;

import java.util.Arrays;
import java.util.Iterator;
import java.util.List;
import java.util.Locale;
import oakmirror.correction.CorrectionSettings;
import oakmirror.correction.CorrectionSettings.Basis;
import oakmirror.correction.GuardKind;
import oakmirror.dsp.ToneFilter.Phase;
import oakmirror.session.Session;
import oakmirror.spectrum.Zone;
import oakmirror.text.Texts;
import oakmirror.zones.ZoneAspect;
import oakmirror.zones.ZoneDecision;
import oakmirror.zones.ZoneDecisions;
import picocli.CommandLine.ITypeConverter;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Spec;
import picocli.CommandLine.TypeConversionException;

/** How a mix is corrected; what is not said stays as the session has it. */
final class ShapingOptions {

    /** Stands for every zone. */
    private static final String ALL = "all";

    @Option(names = "--strength", paramLabel = "0..100")
    private Double strength;

    @Option(names = "--caution", paramLabel = "0..100")
    private Integer caution;

    @Option(names = "--exact")
    private boolean exact;

    @Option(names = "--resolution", paramLabel = "OCTAVES")
    private String resolution;

    @Option(
            names = "--release",
            split = ",",
            paramLabel = "GUARD",
            converter = GuardName.class,
            completionCandidates = GuardNames.class)
    private List<GuardKind> released = List.of();

    @Option(names = "--mid-side")
    private boolean apart;

    @Option(names = "--width", split = ",", paramLabel = "ZONE", completionCandidates = ZoneNames.class)
    private List<String> width = List.of();

    @Option(names = "--dynamics", split = ",", paramLabel = "ZONE", completionCandidates = ZoneNames.class)
    private List<String> dynamics = List.of();

    @Option(names = "--phase", paramLabel = "minimum|linear")
    private String phase;

    @Spec(Spec.Target.MIXEE)
    private CommandSpec spec;

    /** Guards as they are called in a command: fine-boost. */
    static String name(GuardKind guard) {
        return guard.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Zones as they are called in a command: low-mid. */
    static String name(Zone zone) {
        return zone.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    private static final class GuardNames implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            return Arrays.stream(GuardKind.values()).map(ShapingOptions::name).iterator();
        }
    }

    private static final class GuardName implements ITypeConverter<GuardKind> {
        @Override
        public GuardKind convert(String text) {
            return Arrays.stream(GuardKind.values())
                    .filter(g -> name(g).equals(text.trim()))
                    .findFirst()
                    .orElseThrow(() -> new TypeConversionException(
                            Texts.of("cli.isNotAGuard", text, String.join(", ", new GuardNames()))));
        }
    }

    private static final class ZoneNames implements Iterable<String> {
        @Override
        public Iterator<String> iterator() {
            return java.util.stream.Stream.concat(
                            Arrays.stream(Zone.values()).map(ShapingOptions::name), java.util.stream.Stream.of(ALL))
                    .iterator();
        }
    }

    /** The zones whose move of an aspect is wanted. */
    List<Zone> zones(ZoneAspect aspect) {
        List<String> names = aspect == ZoneAspect.WIDTH ? width : dynamics;
        for (String name : names) {
            if (!name.equals(ALL) && Arrays.stream(Zone.values()).noneMatch(z -> name(z).equals(name))) {
                throw usage(Texts.of("cli.isNotAZone", name, String.join(", ", new ZoneNames())));
            }
        }
        return Arrays.stream(Zone.values())
                .filter(z -> names.contains(ALL) || names.contains(name(z)))
                .toList();
    }

    /** A session corrected as is said here. */
    Session on(Session session) {
        Session next = session.withCorrection(settings(session.correction()));
        if (phase != null) {
            next = next.withPhase(phase());
        }
        if (apart) {
            if (!width.isEmpty()) {
                throw usage(Texts.of("cli.widthIsTheSides"));
            }
            next = next.withApart(true);
        }
        for (ZoneAspect aspect : ZoneAspect.values()) {
            for (Zone zone : zones(aspect)) {
                next = next.withZones((ZoneDecisions d) -> d.with(ZoneDecision.taken(aspect, zone)));
            }
        }
        return next;
    }

    private CorrectionSettings settings(CorrectionSettings from) {
        try {
            if (strength != null && !(strength >= 0 && strength <= 100)) {
                throw new IllegalArgumentException(Texts.of("cli.strengthBounds"));
            }
            if (caution != null && (caution < 0 || caution > 100)) {
                throw new IllegalArgumentException(Texts.of("cli.cautionBounds"));
            }
            CorrectionSettings asked = exact ? from.withBasis(Basis.EXACT) : from;
            if (resolution != null) {
                if (asked.basis() != Basis.EXACT) {
                    throw new IllegalArgumentException(Texts.of("cli.resolutionIsForExact"));
                }
                asked = asked.withResolution(octaves());
            }
            asked = caution == null ? asked : asked.withCaution(caution / 100.0);
            asked = strength == null ? asked : asked.withStrength(strength / 100);
            for (GuardKind guard : released) {
                asked = asked.withReleased(guard, true);
            }
            return asked;
        } catch (IllegalArgumentException e) {
            throw usage(e.getMessage());
        }
    }

    private double octaves() {
        String[] parts = resolution.split("/", 2);
        try {
            double value = Double.parseDouble(parts[0].trim());
            return parts.length == 2 ? value / Double.parseDouble(parts[1].trim()) : value;
        } catch (NumberFormatException e) {
            throw usage(Texts.of("cli.isNotAResolution", resolution));
        }
    }

    private Phase phase() {
        return switch (phase) {
            case "minimum" -> Phase.MINIMUM;
            case "linear" -> Phase.LINEAR;
            default -> throw usage(Texts.of("cli.whichPhase"));
        };
    }

    private RuntimeException usage(String message) {
        return CommandSupport.usage(spec, message);
    }
}
