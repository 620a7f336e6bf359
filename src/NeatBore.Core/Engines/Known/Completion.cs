using System.Text.Json;
using System.Text.Json.Nodes;

namespace NeatBore.Core.Engines;

/// <summary>An engine's sheet made whole for one task: what is known, what rules give, and what is drawn only.</summary>
/// <param name="Sheet">With every part that the task wants whole. Where something is missing it is for drawing alone.</param>
/// <param name="Values">What the task wants, in the order in which it is asked.</param>
/// <param name="Made">Whether it is another than the sheet that was given.</param>
public sealed record Completion(EngineSheet Sheet, IReadOnlyList<WantedValue> Values, bool Made)
{
    /// <summary>What the task can't begin without.</summary>
    public IEnumerable<WantedValue> Missing => Values.Where(v => v.Missing);

    /// <summary>Whether the task can begin.</summary>
    public bool Ready => Values.All(v => !v.Missing && v.Fault is null);

    /// <summary>Makes a sheet whole.</summary>
    /// <param name="sheet">As far as it is described.</param>
    /// <param name="told">What was told besides, in order: a later value of the same path wins.</param>
    /// <param name="wants">What the task looks at.</param>
    public static Completion Of(EngineSheet sheet, IEnumerable<KnownValue> told, Wants wants)
    {
        // What a rule gave is worked out anew: it may follow from what was told since.
        var byRule = (sheet.Known ?? []).Where(k => k.Source == LimitSource.Default).Select(k => k.Path).ToHashSet(StringComparer.Ordinal);
        var by = new Dictionary<string, KnownValue>(StringComparer.Ordinal);
        foreach (var value in (sheet.Known ?? []).Where(k => !byRule.Contains(k.Path)).Concat(told))
        {
            by[value.Path] = value;
        }

        var node = JsonSerializer.SerializeToNode(sheet, SheetJson.Default.EngineSheet)!.AsObject();
        PressedValues.Unfold(node);
        var parts = wants.Parts.Select(p => SheetValues.Of(p, sheet.Layout)).OfType<PartValues>().ToList();
        var draft = new SheetDraft(node, by, byRule, sheet.House ?? []);
        foreach (var part in parts)
        {
            draft.Read(part);
        }

        var (values, made) = (new List<WantedValue>(), false);
        foreach (var part in parts)
        {
            values.AddRange(draft.Wanted(part, wants));
            made |= draft.Write(part, wants);
        }

        // Where no rule could give a value though all else is there, it has to be told: nothing is judged by what is only drawn.
        if (values.TrueForAll(v => !v.Missing))
        {
            values = values.ConvertAll(v => v is { Need: Need.Rule, Known: false } ? v with { Need = Need.Must } : v);
        }

        PressedValues.Fold(node);
        return made
            ? new Completion(
                node.Deserialize(SheetJson.Default.EngineSheet)! with
                {
                    Arrangement = null,
                    Undescribed = null,
                    Lubricants = null,
                    Known = [.. values.Where(v => v is { Known: true, Source: not null }).Select(draft.Origin)],
                },
                values,
                true
            )
            : new Completion(sheet, values, false);
    }
}
