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
        ("auxiliary", "Auxiliary shaft"),
        ("endFloat", "Crank float"),
        ("rear", "Rear seal"),
        ("spigot", "Spigot bearing"),
        ("rockers", "Rockers"),
        .. PressedValues.Parts,
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

    /// <summary>Whether a value is known together with the others of its kind, or not at all: half of a passage is no use.</summary>
    public static bool WholeOrNot(string path, EngineLayout layout) => SheetValues.Find(path, layout) is { More: true };

    /// <summary>Parts that the engine does not have as far as the sheet tells, and may have.</summary>
    public static IReadOnlyList<NamedWord> Lacked(EngineSheet sheet) =>
        [
            .. s_parts
                .Where(p => !Has(sheet, p.Part) && Has(sheet with { Undescribed = [p.Part] }, p.Part))
                .Select(p => new NamedWord(p.Part, p.Label)),
        ];

    private static bool Has(EngineSheet sheet, string part) =>
        part switch
        {
            "balancer" => sheet.MayHave(sheet.Balancer, part),
            "crankBolt" => sheet.MayHave(sheet.CrankBolt, part),
            "cover" => sheet.MayHave(sheet.Cover, part),
            "frontSeal" => sheet.MayHave(sheet.FrontSeal, part),
            "cam" => sheet.MayHave(sheet.Cam, part) && sheet.Layout.CamBearings.Count > 0,
            "auxiliary" => sheet.HasAuxiliary,
            "endFloat" => sheet.MayHave(sheet.EndFloat, part),
            "rear" => sheet.MayHave(sheet.Rear, part),
            "spigot" => sheet.MayHave(sheet.Spigot, part),
            "rockers" => sheet.MayHave(sheet.Rockers, part) && sheet.Layout.Rockers.Count > 0,
            _ => PressedValues.KindOf(part) is { } kind && sheet.HasPressed(kind),
        };
}
