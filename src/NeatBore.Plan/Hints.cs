using Google.OrTools.Sat;

namespace NeatBore.Plan;

internal sealed partial class PlanModel
{
    /// <summary>Lays a plan over the model as where to begin, every variable of it, so that it is one.</summary>
    public void Hint(Solution from)
    {
        Model.ClearHints();
        foreach (var job in In)
        {
            Model.AddHint(Start[job.Index], from.Starts[job.Index]);
            foreach (var person in job.Who)
            {
                if (Does(job.Index, person) is { } does)
                {
                    Model.AddHint(does, from.People[job.Index].Contains(person) ? 1 : 0);
                }
            }
        }

        foreach (var ways in _ways)
        {
            var (start, end) = (from.Starts[ways.Job], from.Ends[ways.Job]);
            var these = ways.People.Order().SequenceEqual(from.People[ways.Job].Order());
            for (var k = 0; k < ways.Hours.Count; k++)
            {
                var span = ways.Hours[k];
                var (first, last) = (these && span.From <= start && start < span.To, these && span.From < end && end <= span.To);
                Model.AddHint(ways.First[k], first ? 1 : 0);
                Model.AddHint(ways.Last[k], last ? 1 : 0);
                if (ways.Parts.Count > 0)
                {
                    var part = ways.Parts[k];
                    var (a, b) = (first ? start : span.From, last ? end : span.To);
                    Model.AddHint(part.On, these && start < span.To && span.From < end ? 1 : 0);
                    Model.AddHint(part.From, a);
                    Model.AddHint(part.To, b);
                    Model.AddHint(part.Length, b - a);
                }
            }
        }

        foreach (var (job, length) in _lengths)
        {
            Model.AddHint(length, from.Ends[job] - from.Starts[job]);
        }

        foreach (var (job, end) in _ends)
        {
            Model.AddHint(end, from.Ends[job]);
        }
    }
}
