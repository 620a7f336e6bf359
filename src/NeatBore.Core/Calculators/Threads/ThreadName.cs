using System.Globalization;
using System.Text.RegularExpressions;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Calculators.Threads;

/// <summary>A thread by the name that is on its packet, its tap or its drawing: M8, M8x1.25, 3/8-16, 1/2-20 UNF, #10-24. Coarse metric
/// pitches by ISO 261; unified sizes by ASME B1.1, where a numbered size is 0.060 in and 0.013 in for each number.</summary>
public static partial class ThreadName
{
    private const double Inch = 25.4;

    // Nominal size in inches, threads to the inch coarse (UNC) and fine (UNF): ASME B1.1, table 1.
    private static readonly (string Size, double In, int Coarse, int Fine)[] s_unified =
    [
        ("#4", 0.112, 40, 48),
        ("#5", 0.125, 40, 44),
        ("#6", 0.138, 32, 40),
        ("#8", 0.164, 32, 36),
        ("#10", 0.190, 24, 32),
        ("#12", 0.216, 24, 28),
        ("1/4", 0.25, 20, 28),
        ("5/16", 0.3125, 18, 24),
        ("3/8", 0.375, 16, 24),
        ("7/16", 0.4375, 14, 20),
        ("1/2", 0.5, 13, 20),
        ("9/16", 0.5625, 12, 18),
        ("5/8", 0.625, 11, 18),
        ("3/4", 0.75, 10, 16),
        ("7/8", 0.875, 9, 14),
        ("1", 1, 8, 12),
        ("1 1/8", 1.125, 7, 12),
        ("1 1/4", 1.25, 7, 12),
        ("1 3/8", 1.375, 6, 12),
        ("1 1/2", 1.5, 6, 12),
    ];

    /// <summary>The coarse pitch of a metric thread, mm (ISO 261); null where there is none of that diameter.</summary>
    /// <param name="majorMm">Major diameter, mm.</param>
    public static double? CoarsePitchMm(double? majorMm) =>
        majorMm switch
        {
            3 => 0.5,
            4 => 0.7,
            5 => 0.8,
            6 => 1,
            8 => 1.25,
            10 => 1.5,
            12 => 1.75,
            14 or 16 => 2,
            18 or 20 or 22 => 2.5,
            24 or 27 => 3,
            30 or 33 => 3.5,
            36 or 39 => 4,
            _ => null,
        };

    /// <summary>Whether it is meant as a thread's name and not as a number: it begins like one, or says its threads to the inch.</summary>
    /// <param name="typed">As it was typed.</param>
    public static bool Is(string typed) => Metric().IsMatch(typed) || Unified().IsMatch(typed) || Fraction().IsMatch(typed);

    /// <summary>The thread of a name.</summary>
    /// <param name="typed">As it was typed.</param>
    /// <exception cref="UnusableInputException">It is no thread, or more than one: what would be right.</exception>
    public static ScrewThread Read(string typed)
    {
        if (Metric().Match(typed) is { Success: true } metric)
        {
            var major = Number(metric.Groups["d"].Value);
            if (metric.Groups["p"].Value is { Length: > 0 } pitch)
            {
                return Held(typed, new ScrewThread(major, Number(pitch)));
            }

            var size = Wording.Number(major, 0.001).TrimEnd('0').TrimEnd('.');
            var coarse = CoarsePitchMm(major);
            return metric.Groups["x"].Success || coarse is null
                ? throw Wrong($"“{typed.Trim()}” wants its pitch behind it, such as M{size}x{coarse ?? 1.5:0.##}")
                : new ScrewThread(major, coarse.Value);
        }

        if (Unified().Match(typed) is { Success: true } unified)
        {
            var inches = Size(unified.Groups["size"].Value);
            var toTheInch = Number(unified.Groups["tpi"].Value);
            if (toTheInch is <= 0 or > 100 || inches <= 0)
            {
                throw Wrong($"“{typed.Trim()}” must be a size and its threads to the inch, such as 3/8-16");
            }

            var listed = s_unified.FirstOrDefault(u => Math.Abs(u.In - inches) < 0.0005);
            var name = unified.Groups["series"].Value.ToUpperInvariant();
            var (series, other) = name switch
            {
                "UNC" => (listed.Coarse, listed.Fine),
                "UNF" => (listed.Fine, listed.Coarse),
                _ => (0, 0),
            };
            return series != 0 && Math.Abs(series - toTheInch) > 0.5
                ? throw Wrong(
                    $"“{typed.Trim()}” contradicts itself: {listed.Size}-{series} is {name}"
                        + (Math.Abs(other - toTheInch) < 0.5 ? $", {listed.Size}-{other} is the other series" : "")
                )
                : Held(typed, new ScrewThread(inches * Inch, Inch / toTheInch, ThreadForm.Unified));
        }

        if (Fraction().Match(typed) is { Success: true } && Size(typed.Trim()) is var bare)
        {
            var listed = s_unified.FirstOrDefault(u => Math.Abs(u.In - bare) < 0.0005);
            throw Wrong(
                listed.Size is null
                    ? $"“{typed.Trim()}” wants its threads to the inch behind it, such as 3/8-16"
                    : $"“{typed.Trim()}” is cut with more than one pitch: "
                        + $"type {listed.Size}-{listed.Coarse} or {listed.Size}-{listed.Fine}"
            );
        }

        throw Wrong($"“{typed.Trim()}” is no thread: type M8x1.25, 3/8-16 or 1/2-20 UNF");
    }

    /// <summary>A pitch that is told as threads to the inch, mm: 20 tpi; null where it is told otherwise.</summary>
    /// <param name="typed">As it was typed.</param>
    /// <exception cref="UnusableInputException">So many can't be cut.</exception>
    public static double? ToTheInch(string typed) =>
        Tpi().Match(typed) is not { Success: true } match ? null
        : Number(match.Groups[1].Value) is >= 3 and <= 100 and var tpi ? Inch / tpi
        : throw Wrong($"“{typed.Trim()}” must be from 3 to 100 threads to the inch, such as 20 tpi");

    /// <summary>How a thread is named: in inches where it is cut so, to within a hundredth of a millimetre; else M8×1.25.</summary>
    /// <param name="majorMm">Major diameter, mm.</param>
    /// <param name="pitchMm">Pitch, mm.</param>
    public static string Of(double majorMm, double pitchMm)
    {
        var listed = s_unified.FirstOrDefault(u => Math.Abs((u.In * Inch) - majorMm) < 0.01);
        var tpi = Inch / pitchMm;
        return listed.Size is not null && Math.Abs(tpi - Math.Round(tpi)) < 0.02 && pitchMm != CoarsePitchMm(majorMm)
            ? $"{listed.Size}-{Math.Round(tpi).ToString(CultureInfo.InvariantCulture)}"
            : string.Create(CultureInfo.InvariantCulture, $"M{majorMm:0.###}×{pitchMm:0.###}");
    }

    private static ScrewThread Held(string typed, ScrewThread thread) =>
        thread.MajorMm > 0 && thread.PitchMm > 0 && thread.PitchMm <= thread.MajorMm / 2
            ? thread
            : throw Wrong($"“{typed.Trim()}” can’t be cut: its pitch is up to half of its diameter, such as M8x1.25");

    private static double Size(string text)
    {
        if (text[0] == '#' || (text.All(char.IsAsciiDigit) && Number(text) is >= 4 and <= 12))
        {
            return 0.060 + (0.013 * Number(text.TrimStart('#')));
        }

        var parts = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        return parts.Sum(p => p.Split('/') is [var above, var below] && Number(below) > 0 ? Number(above) / Number(below) : Number(p));
    }

    private static double Number(string text) =>
        double.TryParse(text.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var number) ? number : 0;

    private static UnusableInputException Wrong(string what) => new("typed", what);

    [GeneratedRegex(@"^\s*M\s*(?<d>\d+(?:[.,]\d+)?)\s*(?<x>[x×*]\s*(?<p>\d+(?:[.,]\d+)?)?)?\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex Metric();

    [GeneratedRegex(
        @"^\s*(?<size>#\d{1,2}|\d+ +\d+/\d+|\d+/\d+|\d*\.\d+|\d+)\s*[-–]\s*(?<tpi>\d+(?:\.\d+)?)"
            + @"\s*(?<series>UN[A-Z]*)?(?:[- ]?\d[AB])?\s*$",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Unified();

    [GeneratedRegex(@"^\s*(?:#\d{1,2}|(?:\d+ +)?\d+/\d+)\s*$")]
    private static partial Regex Fraction();

    [GeneratedRegex(@"^\s*(\d+(?:[.,]\d+)?)\s*(?:tpi|to the inch)\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex Tpi();
}
