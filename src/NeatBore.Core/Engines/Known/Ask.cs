using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Calculators.Threads;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>Short ways to write down what can be asked of an engine.</summary>
internal static class Ask
{
    private static readonly NamedWord[] s_metals =
    [
        new("steel-forged", "forged steel"),
        new("steel-alloy", "hardened steel"),
        new("steel-mild", "mild steel"),
        new("iron-grey", "grey iron"),
        new("iron-ductile", "ductile iron"),
        new("aluminium-cast", "cast light alloy"),
        new("aluminium-wrought", "forged light alloy"),
        new("bronze", "bronze"),
    ];

    /// <summary>A length, mm.</summary>
    public static SheetValue Mm(string path, string label, double low, double high) => new(path, label, Dimension.Length, new(low, high));

    /// <summary>A count.</summary>
    public static SheetValue Count(string path, string label, int low, int high) => new(path, label, Dimension.Count, new(low, high));

    /// <summary>Bolts on a circle, tightened across from one another: an even number of them.</summary>
    /// <param name="at">The path of what they hold.</param>
    /// <param name="count">The name of their number there.</param>
    /// <param name="circle">The name of their circle there.</param>
    /// <param name="what">As the builder says it.</param>
    public static IReadOnlyList<SheetValue> Ring(string at, string count, string circle, string what) =>
        [
            Count($"{at}/{count}", $"{what}, how many", 2, 16) with
            {
                Drawn = _ => 6,
                Wrong = n => n % 2 == 0 ? null : "these stand across from one another: it must be an even number",
            },
            Mm($"{at}/{circle}", $"{what}, on a circle of", 20, 300),
            Mm($"{at}/majorMm", $"{what}, thread", 4, 20),
            Mm($"{at}/pitchMm", $"{what}, pitch", 0.5, 3) with
            {
                Rule = k => CoarsePitch(k.Number($"{at}/majorMm")),
            },
            Nm($"{at}/torqueNm", $"{what}, each"),
            .. TorqueLimit($"{at}/torque", $"{at}/torqueNm", $"{what}, each", 0.1),
        ];

    /// <summary>A torque, N·m: never by rule.</summary>
    public static SheetValue Nm(string path, string label) => new(path, label, Dimension.Torque, new(0.5, 1500));

    /// <summary>How far bolts are turned on after their torque, degrees: never by rule, and on the sheet alone.</summary>
    public static SheetValue Turn(string path, string label) =>
        new(path, label, Dimension.Angle, new(5, 360))
        {
            Group = path,
            Optional = true,
            More = true,
        };

    /// <summary>A clock angle, degrees clockwise from 12 as seen from the front.</summary>
    public static SheetValue Deg(string path, string label) => new(path, label, Dimension.Angle, new(-360, 360));

    /// <summary>One of some words.</summary>
    public static SheetValue Word(string path, string label, params NamedWord[] words) =>
        new(path, label, Dimension.Text, new(0, 0)) { Words = words };

    /// <summary>What a part is made of, by rule <paramref name="usual"/>.</summary>
    public static SheetValue Metal(string path, string label, string usual) =>
        Word($"{path}/key", label, s_metals) with
        {
            Asked = true,
            WordRule = _ => usual,
        };

    /// <summary>The properties of what <see cref="Metal"/> asked for.</summary>
    public static MadePiece MadeOf(string path) =>
        new(
            path,
            k => k.Word($"{path}/key") is { } key ? JsonSerializer.SerializeToNode(Material.BuiltIn[key], SheetJson.Default.Material) : null
        );

    /// <summary>The two ends of a limit, each by rule; null for an end that it has not.</summary>
    public static IReadOnlyList<SheetValue> Limit(
        string path,
        string what,
        Band plausible,
        Func<KnownValues, double?>? low,
        Func<KnownValues, double?>? high,
        Dimension dimension = Dimension.Length
    ) =>
        [
            .. low is null
                ? Array.Empty<SheetValue>()
                : [new SheetValue($"{path}/low", high is null ? $"{what} at least" : $"{what} from", dimension, plausible) { Rule = low }],
            .. high is null
                ? Array.Empty<SheetValue>()
                : [new SheetValue($"{path}/high", low is null ? $"{what} up to" : $"{what} to", dimension, plausible) { Rule = high }],
        ];

    /// <summary>The same, judged with a kind of instrument.</summary>
    public static IEnumerable<SheetValue> JudgedBy(this IEnumerable<SheetValue> limit, string gauge) =>
        limit.Select(v => v.Path.EndsWith("/high", StringComparison.Ordinal) ? v with { Gauge = gauge } : v);

    /// <summary>A limit that is a Neat Bore default, or the shop's own rule, until another is known.</summary>
    public static IReadOnlyList<SheetValue> Limit(string path, string what, Band plausible, DefaultLimit usual) =>
        [.. Limit(path, what, plausible, usual.Low is { } low ? _ => low : null, usual.High is { } high ? _ => high : null).OrRule(usual)];

    /// <summary>The same limit, where the shop may have a rule of its own in place of the default.</summary>
    public static IEnumerable<SheetValue> OrRule(this IEnumerable<SheetValue> limit, DefaultLimit usual) =>
        limit.Select(v => v with { Usual = usual });

    /// <summary>How far a torque may be from what is wanted: a share of it either way, a Neat Bore default.</summary>
    public static IReadOnlyList<SheetValue> TorqueLimit(string path, string torque, string what, double share) =>
        Limit(
            path,
            what,
            new(0.5, 1500),
            k => Rounded(k.Number(torque) * (1 - share), 0.1),
            k => Rounded(k.Number(torque) * (1 + share), 0.1),
            Dimension.Torque
        );

    /// <summary>The ends of a limit stand in order.</summary>
    public static Contradiction Ends(string limit) =>
        new($"{limit}/low", $"{limit}/high", (low, high) => low <= high, "the least can’t be larger than the most");

    /// <summary>The coarse pitch of a metric thread, mm (ISO 261), or null for a size that it does not list.</summary>
    public static double? CoarsePitch(double? major) => major is >= 4 and <= 24 ? ThreadName.CoarsePitchMm(major) : null;

    /// <summary>How far a bolt's hole lets a part move any way from the middle, mm: half of what a medium clearance hole (ISO 273) is
    /// larger than the thread; null for a size that it does not list.</summary>
    public static double? HoleFree(double? major) =>
        major switch
        {
            4 => 0.25,
            5 => 0.25,
            6 => 0.3,
            8 => 0.5,
            10 => 0.5,
            12 => 0.75,
            14 => 0.75,
            16 => 0.75,
            _ => null,
        };

    /// <summary>To a step, so that a value by rule is one that a person could have typed.</summary>
    public static double? Rounded(double? value, double step) => value is { } v ? Math.Round(Math.Round(v / step) * step, 6) : null;
}
