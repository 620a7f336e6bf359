namespace NeatBore.Core.Engines;

/// <summary>A part of an engine's sheet, with all that can be known of it.</summary>
/// <param name="Part">Its name in a sheet.</param>
/// <param name="Label">As the builder says it.</param>
/// <param name="Values">In the order of the drawing.</param>
public sealed record PartView(string Part, string Label, IReadOnlyList<WantedValue> Values);

/// <summary>An engine's sheet, part by part, as it is read and typed on.</summary>
/// <param name="Sheet">Whole for drawing: what nobody knows is as it usually is, and nothing is judged by it.</param>
/// <param name="Parts">What the engine has or may have.</param>
public sealed record SheetView(EngineSheet Sheet, IReadOnlyList<PartView> Parts)
{
    private static readonly (string Part, string Label)[] s_parts =
    [
        ("balancer", "Balancer"),
        ("crankBolt", "Crank bolt"),
        ("cover", "Timing cover"),
        ("frontSeal", "Front seal"),
        ("cam", "Cam bearings"),
        ("endFloat", "Crank float"),
        ("rear", "Rear seal"),
        ("spigot", "Spigot bearing"),
        ("rockers", "Rockers"),
    ];

    /// <summary>A sheet with what is told besides.</summary>
    /// <param name="sheet">As far as it is described.</param>
    /// <param name="told">In order: a later value of the same path wins.</param>
    public static SheetView Of(EngineSheet sheet, IEnumerable<KnownValue> told)
    {
        var has = s_parts.Where(p => Has(sheet, p.Part)).ToList();
        var whole = Completion.Of(sheet, told, new Wants([.. has.Select(p => p.Part)]) { More = true });
        return new SheetView(
            whole.Sheet,
            [
                .. has.Select(p => new PartView(
                    p.Part,
                    p.Label,
                    [.. whole.Values.Where(v => v.Path.StartsWith($"{p.Part}/", StringComparison.Ordinal))]
                )),
            ]
        );
    }

    private static bool Has(EngineSheet sheet, string part) =>
        part switch
        {
            "balancer" => sheet.MayHave(sheet.Balancer),
            "crankBolt" => sheet.MayHave(sheet.CrankBolt),
            "cover" => sheet.MayHave(sheet.Cover),
            "frontSeal" => sheet.MayHave(sheet.FrontSeal),
            "cam" => sheet.Cam is not null || (sheet.Arrangement is not null && sheet.Layout.CamBearings.Count > 0),
            "endFloat" => sheet.MayHave(sheet.EndFloat),
            "rear" => sheet.MayHave(sheet.Rear),
            "spigot" => sheet.MayHave(sheet.Spigot),
            _ => sheet.Rockers is not null || (sheet.Arrangement is not null && sheet.Layout.Rockers.Count > 0),
        };
}
