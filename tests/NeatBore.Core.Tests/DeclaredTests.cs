using System.Collections;
using System.Text.Json;
using System.Text.Json.Nodes;
using NeatBore.Core.Engines;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;
using Xunit;

namespace NeatBore.Core.Tests;

/// <summary>
/// What run sheets and sheet values declare, where no walk may come: what each step needs, leaves, warns of and asks on each engine and
/// by each choice before anything is read, and what is asked of an engine, within which ends, by which rule. scripts/golden writes it
/// anew, and the commit says what changed and why.
/// </summary>
public class DeclaredTests
{
    public static TheoryData<string> Procedures => [.. ProcedureBook.Default.Newest.Select(p => p.Id)];

    private static IEnumerable<EngineSheet> Engines => HostileWorkTests.Sheets.Values.OrderBy(s => s.Id, StringComparer.Ordinal);

    [Theory]
    [MemberData(nameof(Procedures))]
    public void A_run_sheet_is_declared_as_before(string id) =>
        Walk.Same($"declared-{id}", ProcedureBook.Default.All.Where(p => p.Id == id).SelectMany(Declared));

    [Fact]
    public void What_can_be_known_of_an_engine_is_declared_as_before() =>
        Walk.Same("declared-values", [.. NeatBoreDefaults.All.Select(Words), .. Engines.SelectMany(Declared)]);

    private static IEnumerable<string> Declared(Procedure procedure)
    {
        yield return $"== {Words(procedure)}";
        foreach (var step in procedure.Steps)
        {
            yield return $"-- {Words(step)}";
        }

        foreach (var engine in Engines.Where(e => procedure.Places(e).Count > 0))
        {
            var sheet = procedure.Sees(engine);
            yield return $"== on {engine.Id}: {Words(procedure.Supplies(sheet))}";
            var usual = procedure.Choices.ToDictionary(c => c.Id, c => c.Options(sheet)[0].Id);
            yield return Words(procedure.Choices.Select(c => (c.Id, Words(c.Options(sheet)))));
            var ways = procedure
                .Choices.SelectMany(c => c.Options(sheet).Skip(1).Select(o => new Dictionary<string, string>(usual) { [c.Id] = o.Id }))
                .Prepend(usual);
            foreach (var way in ways)
            {
                yield return $"-- {string.Join(", ", way.Where(c => way == usual || usual[c.Key] != c.Value).Select(c => $"{c.Key} {c.Value}"))}";
                foreach (var stretch in procedure.Stretches)
                {
                    var planned = new Planned(sheet, c => way.GetValueOrDefault(c));
                    yield return $"{stretch.From.Id}: {Words(stretch.First(planned))} | {Words(stretch.Then(planned))}";
                }

                foreach (var step in procedure.Steps)
                {
                    yield return $"{step.Id}: {Asked(step, sheet, way)}";
                }
            }
        }
    }

    /// <summary>What a step asks for before anything is read, of its first item and of its last.</summary>
    private static string Asked(Step step, EngineSheet sheet, Dictionary<string, string> chosen)
    {
        StepContext At(string item) => new(step, item, new PlainView(sheet, chosen));
        string Said(string item)
        {
            var context = At(item);
            if (step.When(context).Because is { } because)
            {
                return $"left out, {Wording.Write(because)}";
            }

            var slots = JsonSerializer.Serialize(step.Slots(context), CoreWire.Options);
            return $"{step.ItemName(sheet, item)} {Walk.Digest(slots)} {Try(() => Wording.Write(step.Judge(context).Do))}";
        }

        return Try(() =>
        {
            var items = step.Each(At(""));
            string[] ends = items.Count > 1 ? [items[0], items[^1]] : [.. items];
            return $"{items.Count} of {Words(step.Fasteners(sheet))}; {string.Join(" / ", ends.Select(item => Try(() => Said(item))))}";
        });
    }

    private static IEnumerable<string> Declared(EngineSheet engine)
    {
        string[] parts =
        [
            .. CompletionTests.Parts,
            "auxiliary",
            .. Enum.GetValues<PressedKind>().Select(PressedValues.PartOf).OfType<string>(),
        ];
        var (nothing, all) = (new KnownValues(), new KnownValues());
        var known = parts
            .Where(p => SheetValues.Of(p, engine.Layout) is not null)
            .SelectMany(p => Completion.Of(engine, [], new Wants(p) { More = true }).Values);
        foreach (var value in known)
        {
            all.Put(value.Path, value.Number, value.Word);
        }

        foreach (var part in parts)
        {
            if (SheetValues.Of(part, engine.Layout) is not { } declared)
            {
                continue;
            }

            yield return $"== {part} of {engine.Id}";
            foreach (var value in declared.Values)
            {
                string Of(KnownValues k) =>
                    Try(() =>
                        $"{value.When(k)} {Words(value.Rule?.Invoke(k))} {Words(value.WordRule?.Invoke(k))} {Words(value.Drawn?.Invoke(k))}"
                    );
                var wrong = Enumerable.Range(0, 8).Select(n => Words(value.Wrong?.Invoke(n))).Distinct();
                yield return $"{Words(value)}: {Of(nothing)}; {Of(all)}; {string.Join(',', wrong)}";
            }

            foreach (var made in declared.Made)
            {
                yield return $"{made.Path} from {made.From}: {Try(() => Words(made.Make(all, [])))}";
            }

            foreach (var c in declared.Contradictions)
            {
                var holds = new[] { (1.0, 2.0), (2.0, 1.0), (1.0, 1.0), (4.0, 1.0), (1.0, 0.0) }.Select(p =>
                    c.Holds(p.Item1, p.Item2) ? 'y' : 'n'
                );
                yield return $"{c.A} beside {c.B}: {string.Concat(holds)} {c.Words}";
            }
        }
    }

    private static string Try(Func<string> said)
    {
        try
        {
            return said();
        }
        catch (Exception e)
            when (e is NullReferenceException or InvalidOperationException or UnusableInputException or KeyNotFoundException)
        {
            // Of an engine that lacks what the step looks at, or before what it stands on is read.
            return e.GetType().Name;
        }
    }

    /// <summary>All that a declaration says as data; what it says by a function is asked for by itself.</summary>
    private static string Words(object? value) =>
        value switch
        {
            null => "–",
            string text => text,
            double number => Walk.Short(number),
            bool or int or Enum or Guid => $"{value}",
            JsonNode node => Walk.Digest(node.ToJsonString()),
            Delegate => "",
            Choice choice => $"{choice.Id} at {choice.Step}: {choice.Ask}",
            System.Runtime.CompilerServices.ITuple tuple =>
                $"({string.Join(", ", Enumerable.Range(0, tuple.Length).Select(i => Words(tuple[i])))})",
            IEnumerable many => $"[{string.Join(", ", many.Cast<object?>().Select(Words))}]",
            _ => OfRecord(value),
        };

    private static string OfRecord(object value) =>
        string.Join(
            ' ',
            value
                .GetType()
                .GetProperties(System.Reflection.BindingFlags.Instance | System.Reflection.BindingFlags.Public)
                .Where(p => p.GetIndexParameters().Length == 0 && p.Name != nameof(Procedure.Steps))
                .OrderBy(p => p.Name, StringComparer.Ordinal)
                .Select(p => (p.Name, Said: Words(p.GetValue(value))))
                .Where(p => p.Said.Length > 0)
                .Select(p => $"{p.Name}={p.Said}")
        );
}
