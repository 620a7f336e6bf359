using NeatBore.Core.Calculators.CamBearings;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;

namespace NeatBore.Core.RunSheets.CamBearingSet;

/// <summary>A shell’s bore, its journal, and what runs between.</summary>
internal static class Bore
{
    public static Slot Diameter(string key, string label, string instrument, double nominal) =>
        new(
            key,
            label,
            SlotKind.Number,
            Dimension.Length,
            0.001,
            instrument,
            Plausible: new Band(nominal * 0.9, nominal * 1.1),
            Expected: nominal
        );

    /// <summary>The cam's journal in a bearing: as it was measured, or as the sheet has it.</summary>
    public static double Journal(StepContext c) => c.Number(SetStep.Journal) ?? Bearings.Of(c).JournalMm;

    public static ShellClearance.Answer? Clearance(StepContext c)
    {
        var cam = c.Sheet.Cam!;
        if (c.Number(SetStep.Outer) is not { } outer || c.Number(SetStep.Across[0]) is null)
        {
            return null;
        }

        // By the sheet it is told only; what was measured is judged.
        var measured = c.Number(SetStep.Wall);
        var wall = measured ?? Bearings.Of(c).WallMm;
        var journal = Journal(c);

        var (crush, clearance) = (
            cam.Crush ?? c.Sheet.Usual(NeatBoreDefaults.ShellCrush),
            cam.Clearance ?? c.Sheet.Usual(NeatBoreDefaults.CamClearance)
        );
        var u = Math.Max(c.Uncertainty(SetStep.Outer), c.Uncertainty(SetStep.Across[0]));
        var bore = SetStep.Across.Select(k => c.Number(k)).OfType<double>().ToList();
        var undersize = c.Is(Shells.Name, Shells.Undersize) || measured is null;
        var answer = ShellClearance.Solve(
            new ShellClearance.Request(
                bore,
                outer,
                wall,
                journal,
                cam.Block,
                cam.Shell,
                cam.Cam,
                cam.OperatingC,
                new ShellClearance.ShellLimits(crush.Ends(), undersize ? null : clearance.Ends()),
                u
            )
        );
        if (crush.Ends() is not null && (undersize || clearance.Ends() is not null))
        {
            return answer with { Call = answer.Call!.Sourced(k => k.Name == "clearance" ? clearance.SourceWords : crush.SourceWords) };
        }

        // Of a limit with one end known, that end is held, as the calculator holds both.
        var both = u * Math.Sqrt(2);
        IEnumerable<Check> Half(Limit limit, string name, double least, double most, double uncertainty) =>
            limit.Ends() is not null
                ? []
                :
                [
                    .. (limit with { High = null }).Checks(name, least, uncertainty),
                    .. (limit with { Low = null }).Checks(name, most, uncertainty),
                ];
        List<Check> checks =
        [
            .. answer.Call?.Sourced(k => k.Name == "clearance" ? clearance.SourceWords : crush.SourceWords).Checks ?? [],
            .. Half(crush, "crush", outer - bore.Max(), outer - bore.Min(), both),
            .. undersize
                ? []
                : Half(clearance, "clearance", bore.Min() - (2 * wall) - journal, bore.Max() - (2 * wall) - journal, u * Math.Sqrt(6)),
        ];
        return answer with
        {
            Call = Call.Of(
                checks,
                k =>
                    Sentence.Of(
                        "{name} {value}; {limit} is the limit.",
                        ("name", Quantity.Word(k.Name)),
                        ("value", Quantity.Mm(k.Value, 0.001)),
                        ("limit", Quantity.Mm(k.Limit, 0.001))
                    )
            ),
        };
    }
}
