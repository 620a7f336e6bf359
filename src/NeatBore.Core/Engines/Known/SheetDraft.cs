using System.Text.Json;
using System.Text.Json.Nodes;

namespace NeatBore.Core.Engines;

/// <summary>A sheet that is being made whole, part by part.</summary>
/// <param name="sheet">As JSON; parts are written into it.</param>
/// <param name="told">What was told besides, by path.</param>
/// <param name="derived">Paths of what a rule gave before: it gives it anew.</param>
/// <param name="house">The shop's own rules, in place of Neat Bore's defaults.</param>
internal sealed class SheetDraft(
    JsonObject sheet,
    IReadOnlyDictionary<string, KnownValue> told,
    IReadOnlySet<string> derived,
    IReadOnlyList<HouseRule> house
)
{
    private readonly KnownValues _known = new();

    // What a rule gave: Neat Bore's, or the shop's own.
    private readonly Dictionary<string, KnownValue?> _byRule = new(StringComparer.Ordinal);

    /// <summary>Takes in what is known of a part, by the sheet and by what was told.</summary>
    public void Read(PartValues part)
    {
        foreach (var value in part.Values)
        {
            if (told.TryGetValue(value.Path, out var known))
            {
                _known.Put(value.Path, known.Number, known.Word);
            }
            else if (value.From is not null || value.WordFrom is not null)
            {
                _known.Put(value.Path, value.From?.Invoke(sheet), value.WordFrom?.Invoke(sheet));
            }
            else if (!value.Asked && !derived.Contains(value.Path) && At(value.Path) is JsonValue there)
            {
                _known.Put(
                    value.Path,
                    there.GetValueKind() == JsonValueKind.Number ? there.GetValue<double>() : null,
                    there.GetValueKind() == JsonValueKind.String ? there.GetValue<string>() : null
                );
            }
        }
    }

    /// <summary>What a task wants of a part, once rules gave what they can.</summary>
    public IEnumerable<WantedValue> Wanted(PartValues part, Wants wants)
    {
        // A part that is described whole has what it has: nothing is added to it by rule.
        var whole = Whole(part);
        foreach (
            var value in part.Values.Where(v =>
                !_known.Has(v.Path) && v.HasRule && (!whole || Added(v) || derived.Contains(v.Path)) && v.When(_known)
            )
        )
        {
            var ours = Ours(value);
            _known.Put(value.Path, ours?.Number ?? value.Rule?.Invoke(_known), value.WordRule?.Invoke(_known));
            if (_known.Has(value.Path))
            {
                _byRule[value.Path] = ours;
            }
        }

        var clashes = part.Clashes?.Invoke(_known);
        return
        [
            .. part
                .Values.Where(v =>
                    !v.Hidden
                    && v.When(_known)
                    && wants.Looks(v.Path)
                    && (!v.More || wants.More || (Begun(part, v) && !Complete(part, v)))
                    && (!whole || _known.Has(v.Path) || told.ContainsKey(v.Path) || (wants.More && MayBeAdded(v)))
                )
                .Select(v =>
                {
                    var told1 = told.GetValueOrDefault(v.Path);
                    return new WantedValue(
                        v.Path,
                        v.Label,
                        v.Dimension,
                        v.Plausible,
                        v.Words,
                        (v.Optional || (whole && MayBeAdded(v))) && !_known.Has(v.Path) && !(v.More && Begun(part, v)) ? Need.Skip
                            : v.HasRule ? Need.Rule
                            : Need.Must,
                        _known.Number(v.Path),
                        _known.Word(v.Path),
                        v.Words is null && !_known.Has(v.Path) ? DrawnAs(v) : null,
                        _byRule.TryGetValue(v.Path, out var ours) ? ours?.Source ?? LimitSource.Default
                            : told1 is { NotKnown: false } ? told1.Source
                            : SourceOf(v.Path),
                        told1?.Typed ?? "",
                        told1?.By ?? ours?.By ?? "",
                        (_known.Number(v.Path) is { } itself ? v.Wrong?.Invoke(itself) : null)
                            ?? part.Contradictions.FirstOrDefault(c =>
                                (c.A == v.Path || c.B == v.Path)
                                && wants.Looks(c.A)
                                && wants.Looks(c.B)
                                && _known.Number(c.A) is { } a
                                && _known.Number(c.B) is { } b
                                && !c.Holds(a, b)
                            )?.Words
                            ?? clashes?.GetValueOrDefault(v.Path)
                    );
                }),
        ];
    }

    /// <summary>Writes a part into the sheet; what stays out whole while it is not known is left out.</summary>
    /// <returns>Whether anything was written.</returns>
    public bool Write(PartValues part, Wants wants)
    {
        var whole = Whole(part);
        if (whole && !part.Values.Any(v => told.ContainsKey(v.Path)))
        {
            return false;
        }

        // Until all is known it is whole for drawing: each value that is missing as it is usually drawn.
        var drawn = new KnownValues();
        foreach (var value in part.Values)
        {
            if (value.More && !_known.Has(value.Path))
            {
                continue;
            }

            var (number, word) = (_known.Number(value.Path), _known.Word(value.Path));
            drawn.Put(value.Path, number ?? (value.Words is null ? DrawnAs(value) : null), word ?? value.Words?[0].Id);
        }

        var without = part
            .Values.Where(v => v.Group is not null)
            .GroupBy(v => v.Group!)
            .Where(g =>
                !g.First().When(drawn)
                // What was there, and is said to be not known, goes.
                || (g.First() is { Optional: true, More: true } && g.All(v => !_known.Has(v.Path)) && g.Any(v => told.ContainsKey(v.Path)))
                || ((g.First().Optional || !wants.Looks($"{g.Key}/")) && At(g.Key) is null && g.Any(v => !_known.Has(v.Path)))
            )
            .Select(g => g.Key)
            .ToHashSet(StringComparer.Ordinal);
        var fresh = part.Values.Where(Added).Select(v => v.Group).ToHashSet();
        foreach (var value in part.Values.Where(v => !v.Asked && (v.Group is null || !without.Contains(v.Group))))
        {
            if (
                told.ContainsKey(value.Path)
                || derived.Contains(value.Path)
                || (At(value.Path) is null && (!whole || fresh.Contains(value.Group)))
            )
            {
                Put(value, drawn);
            }
        }

        foreach (var piece in part.Made.Where(m => !without.Any(g => m.Path.StartsWith($"{g}/", StringComparison.Ordinal))))
        {
            // What is made from a value that was told is made anew with it.
            if (At(piece.Path) is null || told.Keys.Any(k => k.StartsWith(piece.From ?? $"{piece.Path}/", StringComparison.Ordinal)))
            {
                if (piece.Make(drawn, sheet) is { } made)
                {
                    sheet.Put(piece.Path, made);
                }
            }
        }

        foreach (var group in without)
        {
            sheet.Drop(group);
        }

        return true;
    }

    /// <summary>Where a value of the sheet came from.</summary>
    public KnownValue Origin(WantedValue value) =>
        told.TryGetValue(value.Path, out var there) && !there.NotKnown
            ? there
            : _byRule.GetValueOrDefault(value.Path)
                ?? new KnownValue(value.Path, value.Number, value.Word, value.Source ?? LimitSource.Default);

    /// <summary>What the shop goes by in place of a default.</summary>
    private KnownValue? Ours(SheetValue value) =>
        value.Usual is { } usual
        && house.FirstOrDefault(h => h.Id == usual.Id) is { } rule
        && (value.Path.EndsWith("/low", StringComparison.Ordinal) ? rule.Low : rule.High) is { } number
            ? new KnownValue(value.Path, number, null, LimitSource.House, "", rule.By)
            : null;

    // Of a group that the sheet does not have, while somebody tells of it.
    private bool Added(SheetValue value) =>
        value.Group is { } group && At(group) is null && told.Keys.Any(k => k.StartsWith($"{group}/", StringComparison.Ordinal));

    // What a part that is described whole may do without, or goes by the usual limit for.
    private static bool MayBeAdded(SheetValue value) => value.Optional || value.Usual is not null;

    // Something of its group was told: half of it is no use.
    private bool Begun(PartValues part, SheetValue value) =>
        part.Values.Any(o => o.Group == value.Group && o.More && told.GetValueOrDefault(o.Path) is { NotKnown: false });

    private bool Complete(PartValues part, SheetValue value) => part.Values.All(o => o.Group != value.Group || _known.Has(o.Path));

    private bool Whole(PartValues part) => sheet[part.Part] is not null;

    private double DrawnAs(SheetValue value) =>
        value.Drawn?.Invoke(_known) ?? value.Rule?.Invoke(_known) ?? (value.Plausible.Low + value.Plausible.High) / 2;

    private void Put(SheetValue value, KnownValues from)
    {
        sheet.Put(
            value.Path,
            value.Words is null ? JsonValue.Create(from.Number(value.Path)!.Value) : JsonValue.Create(from.Word(value.Path)!)
        );
        if (value.Path.EndsWith("/low", StringComparison.Ordinal) || value.Path.EndsWith("/high", StringComparison.Ordinal))
        {
            // A limit has both ends, one of them perhaps open, and says where it came from: the one that was told, where one was.
            var limit = value.Path[..value.Path.LastIndexOf('/')];
            var source =
                (
                    told.GetValueOrDefault($"{limit}/high")
                    ?? told.GetValueOrDefault($"{limit}/low")
                    ?? _byRule.GetValueOrDefault($"{limit}/high")
                    ?? _byRule.GetValueOrDefault($"{limit}/low")
                )?.Source
                ?? LimitSource.Default;
            var node = (JsonObject)At(limit)!;
            node.TryAdd("low", null);
            node.TryAdd("high", null);
            node["source"] = JsonSerializer.SerializeToNode(source, SheetJson.Default.LimitSource);
        }
    }

    private LimitSource? SourceOf(string path) =>
        At(path) is not null
        && (path.EndsWith("/low", StringComparison.Ordinal) || path.EndsWith("/high", StringComparison.Ordinal))
        && At($"{path[..path.LastIndexOf('/')]}/source") is { } source
            ? source.Deserialize(SheetJson.Default.LimitSource)
            : null;

    private JsonNode? At(string path) => sheet.At(path);
}
