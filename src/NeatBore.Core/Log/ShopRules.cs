using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Log;

/// <summary>What a setting of a shop can be at all.</summary>
public static class ShopRules
{
    // What remains of a reading that is right but for its last digit: half a step either way, evenly, k = 2 (JCGM 100, F.2.2.1).
    private static readonly double s_stepAlone = 1 / Math.Sqrt(3);

    /// <summary>An instrument: kind, name, range, uncertainty and line.</summary>
    /// <exception cref="UnusableInputException">By the field, with what would be right.</exception>
    public static void Check(Instrument instrument)
    {
        var faults = new Faults();
        Named(faults, instrument.Id, instrument.Name);
        faults.Require(
            InstrumentKind.All.Any(k => k.Id == instrument.Kind),
            "kind",
            $"must be one of {string.Join(", ", InstrumentKind.All.Select(k => k.Id))}"
        );
        var share = instrument.UncertaintyShare;
        faults.Require(
            instrument.Uncertainty > 0 || (instrument.Uncertainty == 0 && share > 0),
            "uncertainty",
            "must be larger than 0: no instrument is exact. Take it from its certificate, or from ten readings of one part"
        );
        faults.Require(share is >= 0 and <= 0.5, "uncertaintyShare", "must be from 0 to 0.5: a share of the reading, such as 0.04 for 4 %");
        if (instrument.Resolution is { } step && faults.Positive(step, "resolution") && share == 0)
        {
            faults.Require(
                instrument.Uncertainty >= step * s_stepAlone * (1 - 1e-9),
                "uncertainty",
                $"can’t be smaller than its own last digit leaves: at least {Math.Round(step * s_stepAlone, 5)} for steps of {step}"
            );
        }

        faults.Require(!(instrument.Low >= instrument.High), "high", "must be above the low end of its range");
        if (instrument.LengthMm is { } length)
        {
            faults.Within(length, 50, 3000, "lengthMm");
        }

        faults.Require(
            instrument.Line is null or StandIn || IsLine(instrument.Line),
            "line",
            "must be a host and a port, such as 192.168.1.20:7001; nothing where it is read by eye"
        );
        faults.ThrowIfAny();
    }

    /// <summary>A person's name.</summary>
    /// <exception cref="UnusableInputException">By the field, with what would be right.</exception>
    public static void Check(Signer person)
    {
        var faults = new Faults();
        Named(faults, person.Id, person.Name, most: 40);
        faults.ThrowIfAny();
    }

    /// <summary>A rule in place of a default: both of its ends, where the default has both, in order, and such as can be.</summary>
    /// <returns>The default that it replaces.</returns>
    /// <exception cref="UnusableInputException">By the field, with what would be right.</exception>
    public static DefaultLimit Check(HouseRule rule)
    {
        var usual =
            NeatBoreDefaults.All.FirstOrDefault(d => d.Id == rule.Id)
            ?? throw new UnusableInputException("id", $"there is no default “{rule.Id}”");
        var faults = new Faults();
        void End(double? typed, double? there, string field)
        {
            if (there is null)
            {
                faults.Require(typed is null, field, "has no meaning here: this limit has one end");
            }
            else if (faults.Require(typed is not null, field, "must be given too: a rule has the ends that the default has"))
            {
                Quantity Of(double end) => new(end, usual.Dimension, usual.Resolution);
                faults.Require(
                    typed >= usual.Plausible.Low && typed <= usual.Plausible.High,
                    field,
                    $"must be from {Wording.Write(Of(usual.Plausible.Low))} to {Wording.Write(Of(usual.Plausible.High))}"
                );
            }
        }

        End(rule.Low, usual.Low, "low");
        End(rule.High, usual.High, "high");
        faults.Require(!(rule.Low > rule.High), "high", "must not be below the low end");
        faults.ThrowIfAny();
        return usual;
    }

    /// <summary>A sealant and its times at 23 °C.</summary>
    /// <exception cref="UnusableInputException">By the field, with what would be right.</exception>
    public static void Check(SealantSheet sealant)
    {
        var faults = new Faults();
        Named(faults, sealant.Id, sealant.Name);
        faults.Require(sealant.Source != LimitSource.Default, "source", "must be the product’s own sheet, or a house rule");
        faults.ThrowIfAny();
        Calculators.Seals.SealantClock.Check(sealant.Product, faults, "product");
        faults.ThrowIfAny();
    }

    /// <summary>A lubricant for pressing: the friction that it gives, from 0.02 to 0.5.</summary>
    /// <exception cref="UnusableInputException">By the field, with what would be right.</exception>
    public static void Check(Lubricant lubricant)
    {
        var faults = new Faults();
        Named(faults, lubricant.Id, lubricant.Name);
        var friction = lubricant.Friction;
        faults.Require(friction.Source != LimitSource.Default, "source", "must be the product’s own sheet, measured, or a house rule");
        foreach (var (end, field) in new[] { (friction.Low, "friction.low"), (friction.High, "friction.high") })
        {
            faults.Require(
                end is >= 0.02 and <= 0.5,
                field,
                "must be from 0.02 to 0.5, as the lubricant’s maker or your own trial gives it"
            );
        }

        faults.Require(!(friction.Low > friction.High), "friction.high", "must not be below the low end");
        faults.ThrowIfAny();
    }

    /// <summary>The line of a simulated instrument that ships with the app.</summary>
    private const string StandIn = "stand-in";

    private static void Named(Faults faults, string id, string name, int most = 60)
    {
        faults.Require(
            id.Length is > 0 and <= 60 && id.All(c => char.IsAsciiLetterOrDigit(c) || c == '-'),
            "id",
            "must be 1 to 60 letters, digits and hyphens"
        );
        faults.Require(name.Trim().Length > 0 && name.Length <= most, "name", $"must be 1 to {most} characters, as the shop calls it");
    }

    private static bool IsLine(string line) =>
        line.LastIndexOf(':') is > 0 and var at
        && Uri.CheckHostName(line[..at]) != UriHostNameType.Unknown
        && ushort.TryParse(line[(at + 1)..], System.Globalization.CultureInfo.InvariantCulture, out var port)
        && port > 0;
}
